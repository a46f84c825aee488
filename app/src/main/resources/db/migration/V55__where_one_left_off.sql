-- Where somebody left off watching: a stop, and how far into it. A stop that moves takes it along.
create table watch_place (
  person_id      uuid        not null references person on delete cascade,
  walkthrough_id uuid        not null references walkthrough on delete cascade,
  stop_id        uuid        not null references stop on delete cascade,
  into_ms        bigint      not null,
  at             timestamptz not null,
  primary key (person_id, walkthrough_id)
);
create index on watch_place (walkthrough_id);
create index on watch_place (stop_id);
