-- A word that is given in class and opens a task; empty if it opens otherwise.
alter table task add column word varchar(60) not null default '';

-- For whom a word has opened it.
create table opened (
  task_id    uuid        not null references task on delete cascade,
  student_id uuid        not null references person on delete cascade,
  opened_at  timestamptz not null,
  primary key (task_id, student_id)
);
create index on opened (student_id);
