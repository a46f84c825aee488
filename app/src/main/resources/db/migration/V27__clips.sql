-- Short films and sounds that are played inside a take.
create table clip (
  id             uuid         primary key,
  owner_id       uuid         not null references person on delete cascade,
  walkthrough_id uuid         not null references walkthrough on delete cascade,
  name           varchar(120) not null,
  length_ms      bigint       not null,
  has_pictures   boolean      not null,
  has_sound      boolean      not null,
  ready          boolean      not null default false,
  created_at     timestamptz  not null,
  put_away_at    timestamptz
);
create index on clip (owner_id);
create index on clip (walkthrough_id);

-- They are made ready in a lane of their own: neither papers nor talks wait for a film.
create table scheduled_clips (like scheduled_tasks including all);
