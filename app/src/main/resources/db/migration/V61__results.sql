-- What work got: points, words, and when it was handed back. A result that was handed back and is changed becomes another one
-- with the next number; the earlier one stays. Work on paper has none that was handed in here.
create table result (
  id         uuid          primary key,
  task_id    uuid          not null references task on delete cascade,
  section_id uuid          not null references section on delete cascade,
  student_id uuid          not null references person,
  hand_in_id uuid          references hand_in on delete cascade,
  number     int           not null,
  teacher_id uuid          not null references person on delete cascade,
  -- For the whole, where no rubric gives them; and what there was to get.
  points     numeric(7, 2),
  out_of     numeric(7, 2),
  words      varchar(2000) not null,
  looked_at  timestamptz   not null,
  -- From then on its student sees it; all that were handed back together have one batch.
  back_at    timestamptz,
  batch      uuid,
  seen_at    timestamptz,
  edits      int           not null default 0,
  unique nulls not distinct (task_id, student_id, hand_in_id, number)
);
create index on result (section_id, task_id);
create index on result (student_id);
create index on result (hand_in_id);
create index on result (teacher_id);
create index on result (batch);

-- By the criteria of the rubric, as they were when it was given.
create table result_row (
  result_id uuid         not null references result on delete cascade,
  position  int          not null,
  criterion varchar(120) not null,
  level     varchar(80)  not null,
  points    numeric(7, 2),
  most      numeric(7, 2),
  extra     boolean      not null,
  words     varchar(500) not null,
  primary key (result_id, position)
);

-- What a teacher marks on a page of work: of a file by its number, or a page of an own sheet.
create table result_mark (
  id         uuid        primary key,
  seq        bigint      generated always as identity,
  hand_in_id uuid        not null references hand_in on delete cascade,
  file_id    uuid        references hand_in_file on delete cascade,
  page       int         not null,
  page_id    uuid        references page on delete cascade,
  kind       varchar(12) not null,
  number     int         not null,
  boxes      text        not null,
  words      text        not null,
  ink        text        not null
);
create index on result_mark (hand_in_id, seq);
create index on result_mark (file_id);
create index on result_mark (page_id);

insert into result (id, task_id, section_id, student_id, hand_in_id, number, teacher_id, words, looked_at, back_at, batch, seen_at)
select gen_random_uuid(), h.task_id, h.section_id, h.student_id, h.id, 1, w.teacher_id, w.words, w.said_at, w.said_at,
       gen_random_uuid(), w.said_at
from hand_in_word w join hand_in h on h.id = w.hand_in_id;
insert into result_row (result_id, position, criterion, level, extra, words)
select r.id, row_number() over (partition by r.id order by l.criterion), l.criterion, l.level, false, ''
from hand_in_level l join result r on r.hand_in_id = l.hand_in_id;
drop table hand_in_level;
drop table hand_in_word;
