-- Where a student sees their work, by the criteria of the task's rubric.
create table hand_in_self (
  hand_in_id uuid         not null references hand_in on delete cascade,
  criterion  varchar(120) not null,
  level      varchar(80)  not null,
  primary key (hand_in_id, criterion)
);
