-- A stop that was said again after its words were written: whether they were said is not known.
alter table stop add column said_again boolean not null default false;
