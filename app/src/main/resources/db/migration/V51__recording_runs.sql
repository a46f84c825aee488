-- Where a recording runs, and when it was last heard of there; one that was thrown away can be taken out again.
alter table recording add column device varchar(40);
alter table recording add column heard_at timestamptz;
alter table recording add column put_away_at timestamptz;
