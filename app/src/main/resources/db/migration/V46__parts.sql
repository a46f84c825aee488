-- A part of a task may be due so many days before the whole.
alter table task_way add column days_before int not null default 0;
