-- What families hear of an absence is the school's rule, not a section's.
alter table school add column hears varchar(10) not null default 'ON_PAGE';
alter table roll_call drop column told;

-- Of which days families have been told by mail.
create table roll_told (
  section_id uuid not null references section on delete cascade,
  day        date not null,
  primary key (section_id, day)
);
