-- A file that is handed in may be a photo, or an answer that was spoken or filmed here; a photo that was taken askew is set
-- straight between four corners. How often its pictures were made anew is part of their names.
alter table hand_in_file add column shape varchar(8) not null default 'FILE';
update hand_in_file set shape = 'PHOTO' where photo;
alter table hand_in_file drop column photo;
alter table hand_in_file alter column shape drop default;
alter table hand_in_file add column corners varchar(80) not null default '';
alter table hand_in_file add column look int not null default 0;
update hand_in_file set look = turn;
-- In milliseconds; 0 for what was not recorded.
alter table hand_in_file add column length_ms bigint not null default 0;

-- What a teacher says of a version that was handed in.
create table hand_in_word (
  hand_in_id uuid          primary key references hand_in on delete cascade,
  teacher_id uuid          not null references person on delete cascade,
  words      varchar(2000) not null,
  said_at    timestamptz   not null
);
create index on hand_in_word (teacher_id);

-- Where they see it, by the criteria of the task's rubric.
create table hand_in_level (
  hand_in_id uuid         not null references hand_in on delete cascade,
  criterion  varchar(120) not null,
  level      varchar(80)  not null,
  primary key (hand_in_id, criterion)
);
