-- What is handed in for a task (HandInRule); empty if it is only ticked.
alter table task add column hand_in varchar(100) not null default '';

-- A kind of points also says what late work costs.
alter table section alter column grading type varchar(700);

-- What a student hands in for a task, version after version. The newest may still be worked on.
create table hand_in (
  id         uuid           primary key,
  task_id    uuid           not null references task on delete cascade,
  section_id uuid           not null references section on delete cascade,
  student_id uuid           not null references person on delete cascade,
  number     int            not null,
  text       varchar(50000) not null,
  link       varchar(500)   not null,
  edits      int            not null,
  state      varchar(10)    not null,
  begun_at   timestamptz,
  arrived_at timestamptz,
  due_at     timestamptz,
  finding    varchar(20),
  version    int            not null,
  unique (task_id, student_id, number)
);
create index on hand_in (section_id, task_id);
create index on hand_in (student_id);

-- For whom else it counts.
create table hand_in_mate (
  hand_in_id uuid not null references hand_in on delete cascade,
  student_id uuid not null references person on delete cascade,
  primary key (hand_in_id, student_id)
);
create index on hand_in_mate (student_id);

-- Its files, in order. What was announced may still be arriving.
create table hand_in_file (
  id         uuid         primary key,
  hand_in_id uuid         not null references hand_in on delete cascade,
  position   int          not null,
  name       varchar(255) not null,
  bytes      bigint       not null,
  photo      boolean      not null,
  turn       int          not null,
  media_type varchar(100) not null,
  state      varchar(12)  not null,
  pages      int          not null,
  finding    varchar(20),
  version    int          not null
);
create index on hand_in_file (hand_in_id, position);
