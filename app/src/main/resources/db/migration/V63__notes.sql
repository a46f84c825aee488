-- What was written about one student, to them or to their family, by a teacher or by a section's rule.
create table note (
  id         uuid          primary key,
  section_id uuid          not null references section on delete cascade,
  student_id uuid          not null references person,
  -- Whose rule or hand it was.
  teacher_id uuid          not null references person on delete cascade,
  kind       varchar(10)   not null,
  words      varchar(4000) not null,
  to_student boolean       not null,
  to_family  boolean       not null,
  sent_at    timestamptz   not null
);
create index on note (section_id, sent_at);
create index on note (student_id);
create index on note (teacher_id);

-- The letter in which a note goes by mail.
alter table message add column note_id uuid references note on delete cascade;
create index on message (note_id);

-- When students of a section are reminded of what was due. Without a next time they are only when a teacher says so.
create table reminding (
  section_id  uuid        primary key references section on delete cascade,
  teacher_id  uuid        not null references person on delete cascade,
  at          time        not null,
  family_from int         not null,
  -- What was due before is not looked at again.
  looked_at   timestamptz not null,
  next_at     timestamptz
);
create index on reminding (next_at);
create index on reminding (teacher_id);

-- When a week counts as missed, and how many missed weeks cost the credit.
create table pace (
  section_id uuid        primary key references section on delete cascade,
  by_day     varchar(10) not null,
  most       int         not null,
  since      date        not null
);

-- A family chooses the evening of its week letter; each week's goes once.
alter table mail_wish add column day varchar(10) not null default 'SUNDAY';
-- When its next week letter is written; not known until somebody has looked.
alter table mail_wish add column next_at timestamptz;
create index on mail_wish (next_at) where wish = 'WEEKLY';
alter table message add column week date;
create unique index on message (to_id, week);

-- The time of which a booking's holder was reminded the evening before.
alter table booking add column reminded int;

-- Work that counts for nothing, neither for nor against.
create table excused (
  task_id    uuid not null references task on delete cascade,
  student_id uuid not null references person,
  section_id uuid not null references section on delete cascade,
  primary key (task_id, student_id)
);
create index on excused (section_id);
create index on excused (student_id);

-- What a teacher says aloud at a note on a page of work.
create table result_voice (
  mark_id    uuid        primary key references result_mark on delete cascade,
  teacher_id uuid        not null references person on delete cascade,
  state      varchar(10) not null,
  length_ms  bigint      not null,
  begun_at   timestamptz not null
);
create index on result_voice (teacher_id);
