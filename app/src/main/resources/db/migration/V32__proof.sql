-- A disagreement that a teacher lets stand, with the reason, until one of its sides is another.
create table left_finding (
  walkthrough_id uuid         not null references walkthrough on delete cascade,
  sides          varchar(64)  not null,
  reason         varchar(300) not null,
  left_at        timestamptz  not null,
  primary key (walkthrough_id, sides)
);
