-- Who has left a section stays findable.
create table section_left (
  section_id uuid not null references section on delete cascade,
  person_id  uuid not null references person on delete cascade,
  left_on    date not null,
  primary key (section_id, person_id)
);
create index on section_left (person_id);
