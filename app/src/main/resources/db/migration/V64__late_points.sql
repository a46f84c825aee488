-- What being late cost when the points were given: it stays, whatever becomes of the rule. What was given before keeps all of it.
alter table result add column late_off numeric(7, 2) check (late_off >= 0);

-- The letters that a school gives for percents, as they are written: "A 90, B 80".
alter table school add column letters varchar(400) not null default '';
