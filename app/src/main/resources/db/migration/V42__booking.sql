-- An hour or evening of a teacher, divided into times for one.
create table help_hour (
  id         uuid         primary key,
  teacher_id uuid         not null references person on delete cascade,
  title      varchar(120) not null,
  place      varchar(120) not null,
  day        date         not null,
  begins     time         not null,
  ends       time         not null,
  minutes    int          not null,
  pause      int          not null,
  zone       varchar(60)  not null,
  whose      varchar(10)  not null,
  called_off boolean      not null,
  changed_at timestamptz  not null
);
create index on help_hour (teacher_id);

-- For whom it is.
create table help_hour_section (
  help_hour_id uuid not null references help_hour on delete cascade,
  section_id   uuid not null references section on delete cascade,
  primary key (help_hour_id, section_id)
);
create index on help_hour_section (section_id);

-- Who has which of its times. One that was given back stays, so that calendars can be told; it has no time then.
create table booking (
  id           uuid        primary key,
  help_hour_id uuid        not null references help_hour on delete cascade,
  number       int,
  was          int         not null,
  student_id   uuid        not null references person on delete cascade,
  booked_by    uuid        not null references person on delete cascade,
  changes      int         not null,
  changed_at   timestamptz not null,
  unique (help_hour_id, number),
  unique (help_hour_id, student_id)
);
create index on booking (student_id);
create index on booking (booked_by);
