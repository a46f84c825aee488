-- A recording of some words that are said again: where in a stop they go, and what the stop played then.
alter table recording
  add column patch_stop_id  uuid references stop on delete set null,
  add column patch_from_ms  bigint,
  add column patch_until_ms bigint,
  add column patch_token    varchar(64);
create index on recording (patch_stop_id);
