-- What days without school are called: papers speak of them by their names.
alter table term_day_off add column name varchar(80) not null default '';
