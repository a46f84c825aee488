-- The code with which students ask to be let into a section.
create table join_code (
  section_id uuid       primary key references section on delete cascade,
  code       varchar(8) not null unique,
  open       boolean    not null
);

-- Who asks to be let in, and what the teacher said.
create table join_request (
  id           uuid         primary key,
  section_id   uuid         not null references section on delete cascade,
  kind         varchar(10)  not null,
  name         varchar(120) not null,
  email        varchar(120),
  student_name varchar(120) not null,
  student_id   uuid         references person on delete cascade,
  person_id    uuid         references person on delete cascade,
  asked_by     uuid         references person on delete cascade,
  asked_at     timestamptz  not null,
  state        varchar(10)  not null,
  answered_at  timestamptz
);
create index on join_request (section_id, state);
create index on join_request (student_id);
create index on join_request (person_id);
create index on join_request (asked_by);
