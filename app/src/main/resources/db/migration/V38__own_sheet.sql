-- The pages of a student's own copy of a paper, as they were when it was begun.
create table hand_in_page (
  hand_in_id uuid not null references hand_in on delete cascade,
  position   int  not null,
  page_id    uuid not null references page on delete cascade,
  primary key (hand_in_id, position)
);
create index on hand_in_page (page_id);

-- What the student writes, ticks and draws on them. A place that is there to be filled in has one mark.
create table own_mark (
  id         uuid         primary key,
  seq        bigint       generated always as identity,
  hand_in_id uuid         not null references hand_in on delete cascade,
  page_id    uuid         not null references page on delete cascade,
  place      varchar(40),
  kind       varchar(10)  not null,
  boxes      varchar(400) not null,
  words      varchar(400) not null,
  ink        text         not null,
  color      varchar(10)  not null,
  edits      int          not null,
  version    int          not null,
  unique (hand_in_id, place)
);
create index on own_mark (page_id);
