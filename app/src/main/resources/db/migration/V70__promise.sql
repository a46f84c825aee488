-- By when a section's work for a task comes back, as its teacher has promised.
create table promise (
  task_id    uuid not null references task on delete cascade,
  section_id uuid not null references section on delete cascade,
  day        date not null,
  primary key (task_id, section_id)
);
create index on promise (section_id);
