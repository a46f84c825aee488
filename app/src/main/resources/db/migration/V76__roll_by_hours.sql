-- A roll call without times of its own follows the hours of its section.
alter table roll_call alter column opens drop not null;
alter table roll_call alter column closes drop not null;
