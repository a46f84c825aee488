-- Whether the teacher has read a stop's captions as they are now.
alter table stop add column captions_read boolean not null default false;
