-- By which number a page is called, where that is not its place; as long as the longest name that is read.
alter table page add column printed varchar(16) not null default '';
