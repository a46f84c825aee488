-- What a teacher answers: to one, or to all at that second of a talk or about that task; in words, or in a new stop.
create table question_answer (
  id             uuid          primary key,
  teacher_id     uuid          not null references person on delete cascade,
  walkthrough_id uuid          references walkthrough on delete cascade,
  stop_id        uuid          references stop on delete set null,
  at_ms          bigint        not null,
  task_id        uuid          references task on delete cascade,
  question       varchar(1000) not null,
  words          varchar(2000) not null,
  for_all        boolean       not null,
  new_stop_id    uuid          references stop on delete set null,
  answered_at    timestamptz   not null
);
create index on question_answer (teacher_id);
create index on question_answer (walkthrough_id);
create index on question_answer (stop_id);
create index on question_answer (task_id);
create index on question_answer (new_stop_id);

-- For the sections whose students asked.
create table question_answer_section (
  question_answer_id uuid not null references question_answer on delete cascade,
  section_id         uuid not null references section on delete cascade,
  primary key (question_answer_id, section_id)
);
create index on question_answer_section (section_id);

-- What students ask, or families about their child: at a second of a stop, or about a task.
create table question (
  id             uuid          primary key,
  section_id     uuid          not null references section on delete cascade,
  student_id     uuid          not null references person on delete cascade,
  asker_id       uuid          not null references person on delete cascade,
  walkthrough_id uuid          references walkthrough on delete cascade,
  stop_id        uuid          references stop on delete set null,
  at_ms          bigint        not null,
  task_id        uuid          references task on delete cascade,
  words          varchar(1000) not null,
  asked_at       timestamptz   not null,
  answer_id      uuid          references question_answer on delete set null,
  seen_at        timestamptz,
  put_aside      boolean       not null,
  version        int           not null
);
create index on question (section_id);
create index on question (student_id);
create index on question (asker_id);
create index on question (walkthrough_id);
create index on question (stop_id);
create index on question (task_id);
create index on question (answer_id);
