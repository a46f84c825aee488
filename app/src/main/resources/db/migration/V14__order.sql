-- A task opens when the required ones before it are ticked, or when those that were chosen are.
update task set opens = 'WHEN_THOSE_BEFORE_ARE_TICKED' where opens = 'WHEN_THE_ONE_BEFORE_IS_TICKED';
create table task_after (
  task_id  uuid not null references task on delete cascade,
  after_id uuid not null references task on delete cascade,
  primary key (task_id, after_id)
);
create index on task_after (after_id);
