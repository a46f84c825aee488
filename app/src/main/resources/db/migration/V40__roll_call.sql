-- The daily question of a section, and until when it is open.
create table roll_call (
  section_id uuid         primary key references section on delete cascade,
  opens      time         not null,
  closes     time         not null,
  question   varchar(200) not null,
  told       boolean      not null,
  begins     date         not null
);

-- Who was here.
create table roll_answer (
  section_id  uuid         not null references section on delete cascade,
  day         date         not null,
  student_id  uuid         not null references person on delete cascade,
  words       varchar(300) not null,
  answered_at timestamptz  not null,
  primary key (section_id, day, student_id)
);
create index on roll_answer (student_id);

-- What a teacher has set right.
create table roll_set (
  section_id uuid        not null references section on delete cascade,
  day        date        not null,
  student_id uuid        not null references person on delete cascade,
  presence   varchar(10) not null,
  set_by     uuid        references person on delete set null,
  set_at     timestamptz not null,
  primary key (section_id, day, student_id)
);
create index on roll_set (student_id);
create index on roll_set (set_by);
