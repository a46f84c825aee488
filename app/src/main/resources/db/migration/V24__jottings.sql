-- What a teacher noted while recording, to be put right afterwards.
create table jotting (
  id             uuid         primary key,
  walkthrough_id uuid         not null references walkthrough on delete cascade,
  stop_id        uuid         not null references stop on delete cascade,
  recording_id   uuid         not null references recording on delete cascade,
  at_ms          bigint       not null,
  page_id        uuid         references page on delete set null,
  words          varchar(300) not null,
  done           boolean      not null default false
);
create index on jotting (walkthrough_id);
create index on jotting (stop_id);
create index on jotting (recording_id);
create index on jotting (page_id);
