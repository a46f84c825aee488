-- Which of several ways a student has chosen; what they tick of it stays apart.
create table way_choice (
  way_id     uuid        not null,
  student_id uuid        not null references person on delete cascade,
  task_id    uuid        not null references task on delete cascade,
  chosen_at  timestamptz not null,
  primary key (way_id, student_id)
);
create index on way_choice (student_id, task_id);
create index on way_choice (task_id);
