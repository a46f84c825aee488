-- A picture that a student puts into a frame of their own sheet: its page and place, as own_mark has them.
alter table hand_in_file add column frame varchar(80);
