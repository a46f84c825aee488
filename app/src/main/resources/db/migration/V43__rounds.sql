-- What a round asks, for a task.
create table round (
  task_id     uuid         primary key references task on delete cascade,
  question    varchar(500) not null,
  words       int          not null,
  replies     int          not null,
  reply_words int          not null,
  names       boolean      not null,
  days_before int          not null
);

-- Everybody's own answer.
create table round_answer (
  id         uuid        primary key,
  task_id    uuid        not null references task on delete cascade,
  section_id uuid        not null references section on delete cascade,
  student_id uuid        not null references person on delete cascade,
  words      text        not null,
  sent_at    timestamptz not null,
  changed_at timestamptz not null,
  hidden     boolean     not null,
  held_up    boolean     not null,
  unique (task_id, student_id)
);
create index on round_answer (section_id, task_id);
create index on round_answer (student_id);

-- Replies to it.
create table round_reply (
  id         uuid        primary key,
  answer_id  uuid        not null references round_answer on delete cascade,
  student_id uuid        not null references person on delete cascade,
  words      text        not null,
  sent_at    timestamptz not null,
  hidden     boolean     not null
);
create index on round_reply (answer_id);
create index on round_reply (student_id);
