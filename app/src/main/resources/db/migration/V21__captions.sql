-- In what a walkthrough is spoken, as BCP 47 writes it.
alter table walkthrough add column language varchar(35) not null default 'en';
-- In what somebody reads captions, if not in what is spoken.
alter table person add column caption_language varchar(35);

-- What is said in a stop and not written, as it was understood: a draft that is found when words are asked for.
alter table stop add column draft text not null default '';

-- Captions of a stop as they were edited, or in another language than the one that is spoken.
create table caption_track (
  id       uuid        primary key,
  stop_id  uuid        not null references stop on delete cascade,
  language varchar(35) not null,
  basis    varchar(64) not null,
  body     text        not null,
  version  integer     not null,
  unique (stop_id, language)
);

-- What captions and words were before a deed, so that it can be undone.
create table caption_step (
  id             uuid        primary key,
  seq            bigint      generated always as identity,
  walkthrough_id uuid        not null references walkthrough on delete cascade,
  what           varchar(20) not null,
  body           text        not null,
  made_at        timestamptz not null
);
create index on caption_step (walkthrough_id, seq);
