-- Marks that stand on a page without a recording. The browser chooses the id: a mark that is sent twice is one mark.
create table standing_mark (
  id      uuid primary key,
  seq     bigint generated always as identity,
  page_id uuid        not null references page on delete cascade,
  kind    varchar(12) not null check (kind in ('RING', 'UNDERLINE', 'NUMBER', 'LIGHT', 'COVER', 'INK', 'NOTE')),
  boxes   text        not null,
  number  int         not null default 0,
  words   text        not null default '',
  ink     text        not null default '',
  -- Whether a new edition had no place for it.
  lost    boolean     not null default false,
  made_at timestamptz not null
);
create index on standing_mark (page_id);

-- Names of the roster that a teacher has seen on a paper and leaves there.
create table name_left (
  handout_id uuid         not null references handout on delete cascade,
  name       varchar(200) not null,
  primary key (handout_id, name)
);

-- Scores say how long a mark takes to be drawn, and carry ink.
update score_body set body = jsonb_set(jsonb_set(body::jsonb, '{format}', '"kerygma-score/2"'), '{marks}',
  (select coalesce(jsonb_agg(m || '{"drawMs": 250, "ink": []}' order by n), '[]')
     from jsonb_array_elements(body::jsonb -> 'marks') with ordinality as t(m, n)))::text;

-- Words of a paper that a teacher explains.
create table glossary_word (
  id         uuid primary key,
  handout_id uuid         not null references handout on delete cascade,
  term       varchar(80)  not null,
  meaning    varchar(400) not null
);
create unique index on glossary_word (handout_id, lower(term));
