-- What a teacher has put off of an evening's list: "not tonight".
create table evening_later (
  teacher_id uuid         not null references person on delete cascade,
  line       varchar(120) not null,
  until      timestamptz  not null,
  primary key (teacher_id, line)
);
