-- Questions inside a talk, each as it is written (CheckText). What is taken out of a script is kept while somebody has answered it.
create table check_question (
  id       uuid          primary key,
  stop_id  uuid          not null references stop on delete cascade,
  position int           not null,
  body     varchar(4000) not null,
  gone     boolean       not null default false,
  version  int           not null
);
create index on check_question (stop_id, position);

-- Every try of a student.
create table check_try (
  question_id uuid         not null references check_question on delete cascade,
  student_id  uuid         not null references person on delete cascade,
  number      int          not null,
  answer      varchar(500) not null,
  verdict     varchar(20)  not null,
  tried_at    timestamptz  not null,
  primary key (question_id, student_id, number)
);
create index on check_try (student_id);
