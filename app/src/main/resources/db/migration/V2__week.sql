-- When work is due, as a rule; without one it is due with its posting.
alter table task add column due varchar(60);

-- The school's day, and patterns with hours and rotations.
alter table term add column day_begins time not null default '08:50';
alter table term add column day_ends time not null default '15:10';
create table term_early_day (
  term_id uuid not null references term,
  day     date not null,
  closes  time not null,
  primary key (term_id, day)
);
alter table section alter column meets type varchar(400);

-- What was moved, copied or taken out in the plan book, so that it can be undone.
create table plan_step (
  id         uuid primary key,
  seq        bigint generated always as identity,
  deed_id    uuid        not null,
  owner_id   uuid        not null references person,
  task_id    uuid        not null references task on delete cascade,
  section_id uuid        not null references section on delete cascade,
  from_day   date,
  to_day     date,
  undone     boolean     not null,
  made_at    timestamptz not null
);
create index on plan_step (owner_id, seq);

-- Live meetings, lessons and hours of help.
create table session (
  id          uuid primary key,
  seq         bigint generated always as identity,
  section_id  uuid         not null references section on delete cascade,
  title       varchar(120) not null,
  place       varchar(300) not null,
  day         date         not null,
  starts      time         not null,
  ends        time         not null,
  required    boolean      not null,
  version     int          not null,
  cancelled   boolean      not null
);
create index on session (section_id, day);

-- What calendars were last told.
create table feed_entry (
  uid        varchar(120) primary key,
  section_id uuid         not null references section on delete cascade,
  summary    varchar(200) not null,
  about      varchar(500) not null,
  place      varchar(300) not null,
  starts_at  timestamptz  not null,
  ends_at    timestamptz  not null,
  sequence   int          not null,
  changed_at timestamptz  not null,
  cancelled  boolean      not null
);
create index on feed_entry (section_id);

-- Who set a school up may change it even before a section is there.
alter table school add column founder_id uuid references person;

-- Under which id another system knows a section or a person, so that a second import finds them again.
create table roster_key (
  school_id  uuid         not null references school,
  kind       varchar(16)  not null check (kind in ('CLASS', 'STUDENT', 'GUARDIAN')),
  sourced_id varchar(255) not null,
  subject_id uuid         not null,
  primary key (school_id, kind, sourced_id)
);
