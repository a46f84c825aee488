-- A stop that shows the first page of a paper once the paper is read.
create table answer_awaits (
  stop_id    uuid primary key references stop on delete cascade,
  handout_id uuid not null references handout on delete cascade
);
create index on answer_awaits (handout_id);
