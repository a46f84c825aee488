-- How often a guardian wants to be written to about what is posted; who is not here is told each evening.
create table mail_wish (
  person_id uuid       primary key references person on delete cascade,
  wish      varchar(8) not null
);
