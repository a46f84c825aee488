-- People ---------------------------------------------------------------------------------------
create table person (
  id            uuid primary key,
  role          varchar(16)  not null check (role in ('TEACHER', 'STUDENT', 'GUARDIAN')),
  name          varchar(120) not null,
  email         varchar(254) unique,
  password_hash varchar(200),
  card          int          not null default 1
);
create table guardian_student (
  guardian_id uuid not null references person,
  student_id  uuid not null references person,
  primary key (guardian_id, student_id)
);
create index on guardian_student (student_id);
create table sign_in_failure (
  id      uuid primary key,
  subject varchar(300) not null,
  at      timestamptz  not null
);
create index on sign_in_failure (subject, at);

-- Sections -------------------------------------------------------------------------------------
create table school (
  id   uuid primary key,
  name varchar(120) not null,
  zone varchar(60)  not null
);
create table term (
  id           uuid primary key,
  school_id    uuid not null references school,
  name         varchar(60) not null,
  first_monday date not null,
  weeks        int  not null
);
create table term_day_off (
  term_id uuid not null references term,
  day     date not null,
  primary key (term_id, day)
);
create table section (
  id        uuid primary key,
  school_id uuid not null references school,
  term_id   uuid not null references term,
  name      varchar(60) not null,
  meets     varchar(40) not null,
  minutes   int  not null
);
create table section_teacher (
  section_id uuid not null references section,
  person_id  uuid not null references person,
  primary key (section_id, person_id)
);
create table section_student (
  section_id uuid not null references section,
  person_id  uuid not null references person,
  primary key (section_id, person_id)
);
create index on section_student (person_id);
create index on section_teacher (person_id);

-- Work in the background -----------------------------------------------------------------------
create table work (
  id          uuid primary key,
  seq            bigint generated always as identity,
  kind        varchar(40) not null,
  subject_id  uuid        not null,
  owner_id    uuid        not null references person,
  state       varchar(16) not null,
  done        int         not null,
  total       int         not null,
  problem     varchar(120),
  created_at  timestamptz not null
);
create index on work (subject_id);
create table scheduled_tasks (
  task_name            text        not null,
  task_instance        text        not null,
  task_data            bytea,
  execution_time       timestamptz not null,
  picked               boolean     not null,
  picked_by            text,
  last_success         timestamptz,
  last_failure         timestamptz,
  consecutive_failures int,
  last_heartbeat       timestamptz,
  version              bigint      not null,
  priority             smallint,
  primary key (task_name, task_instance)
);
create index on scheduled_tasks (execution_time);
create index on scheduled_tasks (last_heartbeat);
create index on scheduled_tasks (priority desc, execution_time asc);

-- Handouts -------------------------------------------------------------------------------------
create table handout (
  id         uuid primary key,
  owner_id   uuid         not null references person,
  title      varchar(200) not null,
  created_at timestamptz  not null
);
create index on handout (owner_id);
create table edition (
  id         uuid primary key,
  handout_id uuid         not null references handout on delete cascade,
  number     int          not null,
  file_name  varchar(255) not null,
  media_type varchar(60)  not null,
  pages      int          not null,
  ready      boolean      not null,
  created_at timestamptz  not null,
  unique (handout_id, number)
);
create table page (
  id         uuid primary key,
  edition_id uuid             not null references edition on delete cascade,
  number     int              not null,
  width      double precision not null,
  height     double precision not null,
  words      text             not null,
  unique (edition_id, number)
);

-- Planning -------------------------------------------------------------------------------------
create table task (
  id         uuid primary key,
  owner_id   uuid         not null references person,
  title      varchar(200) not null,
  detail     varchar(500) not null,
  minutes    int          not null,
  points     int,
  required   boolean      not null,
  in_order   boolean      not null,
  position   int          not null,
  created_at timestamptz  not null
);
create table placement (
  task_id    uuid not null references task on delete cascade,
  section_id uuid not null references section,
  day        date not null,
  primary key (task_id, section_id)
);
create index on placement (section_id, day);

-- Walkthroughs ---------------------------------------------------------------------------------
create table walkthrough (
  id         uuid primary key,
  owner_id   uuid         not null references person,
  title      varchar(200) not null,
  created_at timestamptz  not null,
  version    int          not null
);
create index on walkthrough (owner_id);
create table stop (
  id             uuid primary key,
  walkthrough_id uuid         not null references walkthrough on delete cascade,
  position       int          not null,
  title          varchar(120) not null,
  script         text         not null,
  page_id        uuid references page,
  frame_x        double precision not null,
  frame_y        double precision not null,
  frame_width    double precision not null,
  frame_height   double precision not null,
  version        int not null
);
create index on stop (walkthrough_id, position);
create table stop_task (
  stop_id uuid not null references stop on delete cascade,
  task_id uuid not null references task on delete cascade,
  primary key (stop_id, task_id)
);
create index on stop_task (task_id);
create table recording (
  id             uuid primary key,
  walkthrough_id uuid        not null references walkthrough on delete cascade,
  state          varchar(16) not null check (state in ('OPEN', 'ENDING', 'FINISHED', 'DISCARDED')),
  started_at     timestamptz not null,
  duration_ms    bigint      not null
);
create index on recording (walkthrough_id);
create table sound_piece (
  recording_id uuid not null references recording on delete cascade,
  number       int  not null,
  bytes        int  not null,
  primary key (recording_id, number)
);
create table trace_piece (
  recording_id uuid not null references recording on delete cascade,
  number       int  not null,
  events       text not null,
  primary key (recording_id, number)
);
create table take (
  id           uuid primary key,
  seq            bigint generated always as identity,
  stop_id      uuid        not null references stop on delete cascade,
  recording_id uuid        not null references recording on delete cascade,
  start_ms     bigint      not null,
  end_ms       bigint      not null,
  chosen       boolean     not null,
  made_at      timestamptz not null
);
create index on take (stop_id);
create table score (
  id             uuid primary key,
  seq            bigint generated always as identity,
  walkthrough_id uuid        not null references walkthrough on delete cascade,
  made_at        timestamptz not null,
  duration_ms    bigint      not null
);
create table score_body (
  score_id uuid primary key references score on delete cascade,
  body     text not null
);
create index on score (walkthrough_id, seq);
create table score_page (
  score_id uuid not null references score on delete cascade,
  page_id  uuid not null references page,
  primary key (score_id, page_id)
);
create index on score_page (page_id);
create table score_part (
  score_id   uuid   not null references score on delete cascade,
  position   int    not null,
  stop_id    uuid   not null,
  take_id    uuid   not null,
  start_ms   bigint not null,
  end_ms     bigint not null,
  primary key (score_id, position)
);

-- Posting --------------------------------------------------------------------------------------
create table posting (
  id             uuid primary key,
  owner_id       uuid          not null references person,
  walkthrough_id uuid references walkthrough,
  to_students    varchar(2000) not null,
  to_families    varchar(2000) not null,
  created_at     timestamptz   not null
);
create table posting_task (
  posting_id uuid not null references posting on delete cascade,
  task_id    uuid not null references task,
  primary key (posting_id, task_id)
);
create index on posting_task (task_id);
create table delivery (
  id           uuid primary key,
  posting_id   uuid        not null references posting on delete cascade,
  section_id   uuid        not null references section,
  goes_up_at   timestamptz not null,
  due_at       timestamptz not null,
  closes_at    timestamptz,
  withdrawn_at timestamptz,
  announced_at timestamptz,
  unique (posting_id, section_id)
);
create index on delivery (section_id, goes_up_at);

-- Audience -------------------------------------------------------------------------------------
create table tick (
  task_id    uuid        not null references task,
  student_id uuid        not null references person,
  ticked_at  timestamptz not null,
  primary key (task_id, student_id)
);
create index on tick (student_id);
create table beacon (
  viewing_id uuid        not null,
  number     int         not null,
  student_id uuid        not null references person,
  at         timestamptz not null,
  primary key (viewing_id, number)
);
create table played (
  id         bigint generated always as identity primary key,
  student_id uuid   not null references person,
  take_id    uuid   not null references take on delete cascade,
  start_ms   bigint not null,
  end_ms     bigint not null
);
create index on played (take_id, student_id);

-- Messages -------------------------------------------------------------------------------------
create table message (
  id          uuid primary key,
  delivery_id uuid          not null references delivery on delete cascade,
  to_id       uuid          not null references person,
  subject     varchar(200)  not null,
  body        varchar(4000) not null,
  created_at  timestamptz   not null,
  sent_at     timestamptz,
  unique (delivery_id, to_id)
);

-- Sessions of the web, as Spring Session has them ----------------------------------------------
create table spring_session (
  primary_id            char(36) not null constraint spring_session_pk primary key,
  session_id            char(36) not null,
  creation_time         bigint   not null,
  last_access_time      bigint   not null,
  max_inactive_interval int      not null,
  expiry_time           bigint   not null,
  principal_name        varchar(100)
);
create unique index spring_session_ix1 on spring_session (session_id);
create index spring_session_ix2 on spring_session (expiry_time);
create index spring_session_ix3 on spring_session (principal_name);
create table spring_session_attributes (
  session_primary_id char(36)     not null references spring_session (primary_id) on delete cascade,
  attribute_name     varchar(200) not null,
  attribute_bytes    bytea        not null,
  constraint spring_session_attributes_pk primary key (session_primary_id, attribute_name)
);
