-- The file of this edition had tracked changes; it is read as finally accepted.
alter table edition add column had_changes boolean not null default false;
