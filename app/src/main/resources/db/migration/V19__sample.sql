-- A walkthrough that came with the application, to be played and taken apart.
alter table walkthrough add column sample boolean not null default false;
