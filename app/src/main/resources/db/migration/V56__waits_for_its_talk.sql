-- A delivery whose walkthrough is still being put together goes up as soon as it is there.
alter table delivery add column waits boolean not null default false;
