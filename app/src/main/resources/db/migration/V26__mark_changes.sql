-- What is different about marks than when they were made during a recording.
create table mark_change (
  id           uuid             primary key,
  recording_id uuid             not null references recording on delete cascade,
  number       integer          not null,
  gone         boolean          not null,
  words        varchar(300),
  dx           double precision not null,
  dy           double precision not null,
  larger       double precision not null,
  later_ms     bigint           not null,
  unique (recording_id, number)
);
