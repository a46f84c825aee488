-- Where a task is done or handed in, and for how many school days after it is due it may be improved.
alter table task add column place varchar(200) not null default '';
alter table task add column improve int not null default 0;
alter table placement add column place varchar(200);

-- The stop that explains one way of a choice.
alter table task_way add column stop_id uuid references stop on delete set null;
create index on task_way (stop_id);

-- Papers that one section reads instead of what all read.
create table task_section_handout (
  task_id    uuid not null references task on delete cascade,
  section_id uuid not null references section on delete cascade,
  handout_id uuid not null references handout on delete cascade,
  primary key (task_id, section_id, handout_id)
);
create index on task_section_handout (section_id);
create index on task_section_handout (handout_id);

-- What comes first on one day of one section, in order.
create table day_first (
  section_id uuid not null,
  day        date not null,
  position   int  not null,
  task_id    uuid not null references task on delete cascade,
  primary key (section_id, day, position),
  foreign key (section_id, day) references day_note on delete cascade
);
create index on day_first (task_id);

-- A task as students and families of a section were told of it, the first time and after each change.
create table told_task (
  delivery_id uuid         not null references delivery on delete cascade,
  task_id     uuid         not null references task on delete cascade,
  round       int          not null,
  title       varchar(200) not null,
  detail      varchar(500) not null,
  place       varchar(200) not null,
  minutes     int          not null,
  points      int,
  due_at      timestamptz  not null,
  told_at     timestamptz  not null,
  primary key (delivery_id, task_id, round)
);
create index on told_task (task_id);

-- Sentences of a walkthrough brought into another term that are no longer right there.
create table say_again (
  id             uuid         primary key,
  walkthrough_id uuid         not null references walkthrough on delete cascade,
  stop_id        uuid         not null references stop on delete cascade,
  quote          varchar(300) not null,
  sentence       varchar(600) not null,
  why            varchar(20)  not null,
  section        varchar(100) not null,
  becomes        varchar(100) not null
);
create index on say_again (walkthrough_id);
create index on say_again (stop_id);

-- A correction stands under the player, or as a note over the page.
alter table correction add column over_page boolean not null default false;

-- What a teacher says of a fact that was only likely in what is said: whether it is meant.
create table said_decision (
  stop_id uuid         not null references stop on delete cascade,
  quote   varchar(200) not null,
  meant   boolean      not null,
  primary key (stop_id, quote)
);
