-- Sections whose calendars have to be told something; written with the change, taken out when it is told.
create table feed_stale (
  id         bigint generated always as identity primary key,
  section_id uuid   not null references section on delete cascade
);
create index on feed_stale (section_id);
insert into feed_stale (section_id) select id from section;
