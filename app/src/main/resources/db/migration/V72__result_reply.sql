-- What a student answers to what came back of their work.
create table result_reply (
  id         uuid          primary key,
  hand_in_id uuid          not null references hand_in on delete cascade,
  student_id uuid          not null references person on delete cascade,
  words      varchar(1000) not null,
  said_at    timestamptz   not null,
  read_at    timestamptz
);
create index on result_reply (hand_in_id);
create index on result_reply (student_id);
