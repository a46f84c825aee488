-- What a task's points are given for: the work as it is looked at, being done, or its questions answered right.
alter table task add column points_for text not null default 'WORK' check (points_for in ('WORK', 'DONE', 'CHECKS'));
