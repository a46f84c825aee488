-- A picture that could not be made anew stays as it was; a file that nobody can open says why.
alter table hand_in_file add column turn_before int not null default 0;
alter table hand_in_file add column corners_before varchar(80) not null default '';
alter table hand_in_file add column stayed boolean not null default false;
alter table hand_in_file add column trouble varchar(20) not null default '';

-- A photo never waits behind a paper that is converted.
create table scheduled_photos (like scheduled_tasks including all);
