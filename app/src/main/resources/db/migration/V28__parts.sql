-- A long walkthrough is watched in parts; this stop begins one.
alter table stop add column begins_part boolean not null default false;
