-- What a teacher decided about something that was read in a paper. The place is found again by its words.
create table fact_decision (
  id         uuid primary key,
  handout_id uuid         not null references handout on delete cascade,
  page       int          not null,
  kind       varchar(20)  not null,
  quote      text         not null,
  prefix     varchar(32)  not null,
  suffix     varchar(32)  not null,
  start      int          not null,
  state      varchar(16)  not null check (state in ('ACCEPTED', 'CORRECTED', 'DISMISSED')),
  value      varchar(200) not null,
  decided_at timestamptz  not null
);
create index on fact_decision (handout_id);

-- Asking the papers: the words of a page as one text, and where they are looked for.
alter table page add column body text not null default '';
update page set body = (select coalesce(string_agg(split_part(l, ' ', 5), ' ' order by n), '')
  from unnest(string_to_array(words, chr(10))) with ordinality as t(l, n) where l <> '');
create index page_body on page using gin (to_tsvector('english', body));

-- Straight lines of a page, one a line: left, top, right, bottom, in points.
alter table page add column rulings text not null default '';

-- Cells of tables that a teacher mended.
create table rubric_cell (
  handout_id uuid          not null references handout on delete cascade,
  page       int           not null,
  grid       int           not null,
  row        int           not null,
  col        int           not null,
  text       varchar(1000) not null,
  primary key (handout_id, page, grid, row, col)
);
