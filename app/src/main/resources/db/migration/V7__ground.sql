-- What came of requests that carried a key, so that what is sent twice is done once.
create table once (
  id       varchar(64) primary key,
  begun_at timestamptz not null,
  status   int         not null default 0,
  location text,
  body     text
);
create index on once (begun_at);

-- A letter is as long as it is; it is marked before it is handed to the mail server and after.
alter table message alter column body type text, alter column subject type text;
alter table message add column sending_at timestamptz;

-- How often it was tried in vain to tell of a delivery, and since when nobody tries any more.
alter table delivery add column announcing_failed int not null default 0, add column given_up_at timestamptz;

-- Of two windows, the later one is told.
alter table task add column version int not null default 0;

-- Whose address somebody wrote into a roster: asked by mail before anything is shared.
create table link_request (
  id         uuid primary key,
  kind       varchar(12) not null check (kind in ('STUDENT', 'GUARDIAN', 'TEACHER')),
  person_id  uuid        not null references person on delete cascade,
  asker_id   uuid        not null references person on delete cascade,
  section_id uuid        not null references section on delete cascade,
  -- The person made in the meantime, who becomes the one who is asked.
  meanwhile_id uuid references person on delete cascade,
  last_day   date,
  asked_at   timestamptz not null,
  answered_at timestamptz
);
create index on link_request (person_id);
create index on link_request (asker_id);
create index on link_request (section_id);
create index on link_request (meanwhile_id);

-- An edition that is read but waits until its teacher has decided about covers that have no sure place in it.
alter table edition add column held boolean not null default false;

-- Teachers sign in by their address; a student's or guardian's address is only written to, and several may have it.
alter table person drop constraint person_email_role;
create unique index person_email_teacher on person (email) where role = 'TEACHER';
create index person_email on person (email, role);

-- What another system calls somebody is known per teacher who brought it in.
alter table roster_key add column owner_id uuid references person;
update roster_key k set owner_id = coalesce(
  (select t.person_id from section_teacher t where t.section_id = k.subject_id limit 1),
  (select s.founder_id from school s where s.id = k.school_id),
  (select t.person_id from section_teacher t join section s on s.id = t.section_id where s.school_id = k.school_id limit 1));
delete from roster_key where owner_id is null;
alter table roster_key alter column owner_id set not null, drop constraint roster_key_pkey,
  add primary key (school_id, owner_id, kind, sourced_id);

-- Letters that are about no delivery: asking for a yes, a new password.
alter table message alter column delivery_id drop not null;

-- What is looked for by a column that is no key's first.
create index on section (school_id);
create index on section (term_id);
create index on term (school_id);
create index on school (founder_id);
create index on person (invited_by);
create index on task (owner_id);
create index on placement (section_id);
create index on stop (page_id);
create index on take (recording_id);
create index on posting (owner_id);
create index on posting (walkthrough_id);
create index on beacon (student_id);
create index on played (student_id);
create index on message (to_id);
create index on plan_step (task_id);
create index on plan_step (session_id);
create index on plan_step (section_id);
create index on way_tick (task_id);
create index on roster_key (subject_id);
create index on roster_key (owner_id);
create index on work (owner_id);
create index on edition (handout_id);

-- Work of different lanes never waits for each other.
create table scheduled_papers (like scheduled_tasks including all);
create table scheduled_talks (like scheduled_tasks including all);
insert into scheduled_papers select t.* from scheduled_tasks t join work w on w.id::text = t.task_instance
  where t.task_name = 'work' and w.kind in ('pages', 'marked');
insert into scheduled_talks select t.* from scheduled_tasks t join work w on w.id::text = t.task_instance
  where t.task_name = 'work' and w.kind = 'compile';
delete from scheduled_tasks where task_name = 'work';

-- What the words of a failure name: a page, a file.
alter table work add column problem_detail varchar(255);
