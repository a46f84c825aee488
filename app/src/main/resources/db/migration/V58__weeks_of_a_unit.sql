-- The weeks whose work comes before a task that waits for all of its unit.
alter table task add column unit_first date;
alter table task add column unit_last date;
