-- What a term's grade is made of, and at which rate a section reads.
alter table section add column grading varchar(400) not null default '';
alter table section add column grade int check (grade between 1 and 12);

-- Tasks: when they open, short answers to write, kinds of points, ways to choose from, papers to read.
alter table task add column opens varchar(40) not null default 'WITH_ITS_POSTING';
update task set opens = 'WHEN_THE_ONE_BEFORE_IS_TICKED' where in_order;
alter table task drop column in_order;
alter table task add column answers int not null default 0;
alter table task add column kind varchar(40) not null default '';
alter table task add column pick int not null default 0;
create table task_way (
  task_id  uuid         not null references task on delete cascade,
  position int          not null,
  id       uuid         not null,
  text     varchar(200) not null,
  primary key (task_id, position)
);
create table task_handout (
  task_id    uuid not null references task on delete cascade,
  handout_id uuid not null references handout on delete cascade,
  primary key (task_id, handout_id)
);
create index on task_handout (handout_id);
create table way_tick (
  way_id     uuid        not null,
  student_id uuid        not null references person,
  task_id    uuid        not null references task,
  ticked_at  timestamptz not null,
  primary key (way_id, student_id)
);
create index on way_tick (student_id, task_id);

-- What one section does otherwise in a task that it shares with others.
alter table placement add column detail varchar(500);
alter table placement add column minutes int;
alter table placement add column points int;
alter table placement add column due varchar(60);

-- Lines for one day of one section.
create table day_note (
  section_id     uuid          not null references section on delete cascade,
  day            date          not null,
  starter        varchar(300)  not null,
  for_substitute varchar(2000) not null,
  primary key (section_id, day)
);

-- Sessions are copied, and undone, with the tasks of their week.
alter table plan_step alter column task_id drop not null;
alter table plan_step add column session_id uuid references session on delete cascade;

-- Who stands in for a teacher until a day, that day included.
create table section_substitute (
  section_id uuid not null references section on delete cascade,
  person_id  uuid not null references person,
  last_day   date not null,
  primary key (section_id, person_id)
);
create index on section_substitute (person_id);

-- Words to read.
alter table page add column word_count int not null default 0;
update page set word_count = length(words) - length(replace(words, chr(10), ''));

-- A teacher may also be a guardian; only within a role does an address name one person.
alter table person drop constraint person_email_key;
alter table person add constraint person_email_role unique (email, role);

-- Who invited a teacher that has no account yet: only they see the invitation.
alter table person add column invited_by uuid references person;
