-- In a round people may speak, and then it is measured in seconds.
alter table round add column manner varchar(8) not null default 'WRITTEN';
alter table round alter column manner drop default;
alter table round add column seconds int not null default 0;
alter table round add column reply_seconds int not null default 0;

-- What somebody has recorded for a round: their own answer, or a reply to one. Others hear it once it is sent.
create table round_voice (
  id         uuid        primary key,
  task_id    uuid        not null references task on delete cascade,
  section_id uuid        not null references section on delete cascade,
  student_id uuid        not null references person on delete cascade,
  reply_to   uuid        references round_answer on delete cascade,
  words      text        not null,
  bytes      bigint      not null,
  state      varchar(10) not null,
  begun_at   timestamptz not null,
  length_ms  bigint      not null default 0
);
create index on round_voice (task_id);
create index on round_voice (section_id);
create index on round_voice (student_id);
create index on round_voice (reply_to);

alter table round_answer add column voice_id uuid references round_voice on delete set null;
alter table round_reply add column voice_id uuid references round_voice on delete set null;
create index on round_answer (voice_id);
create index on round_reply (voice_id);
