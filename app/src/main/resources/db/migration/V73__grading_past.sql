-- What a section's grade was made of until it was changed: what was done before stays under its rule.
create table grading_past (
  section_id uuid        not null references section on delete cascade,
  until_at   timestamptz not null,
  grading    text        not null,
  primary key (section_id, until_at)
);
