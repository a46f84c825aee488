-- A posting may be for some students of its sections. If those are gone it is for nobody, not for all.
alter table posting add column for_some boolean not null default false;
create table posting_student (
  posting_id uuid not null references posting on delete cascade,
  student_id uuid not null references person on delete cascade,
  primary key (posting_id, student_id)
);
create index on posting_student (student_id);
