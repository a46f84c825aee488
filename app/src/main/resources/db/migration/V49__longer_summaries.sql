-- The summary of a part names its task and the part: each may have 200 characters.
alter table feed_entry alter column summary type varchar(500);
