-- Who has handed in is told that it came back, once. What came back before this is not told afterwards.
alter table result add column told boolean not null default false;
update result set told = true where back_at is not null;
create index on result (back_at) where not told;

-- The results that were handed back together, of which a message tells.
alter table message add column back uuid;
create unique index on message (back, to_id) where back is not null;

-- A letter with everything comes once a week, or each school day.
drop index mail_wish_next_at_idx;
create index on mail_wish (next_at) where wish in ('WEEKLY', 'DAILY');
