-- A recording is made of tracks of numbered pieces; a take keeps spans of its tracks.
create table track (
  id           uuid        primary key,
  recording_id uuid        not null references recording on delete cascade,
  name         varchar(40) not null,
  starts_ms    bigint      not null default 0,
  duration_ms  bigint,
  unique (recording_id, name)
);

create table piece (
  track_id uuid    not null references track on delete cascade,
  number   integer not null check (number >= 0),
  bytes    integer not null,
  body     text,
  primary key (track_id, number)
);

create table take_span (
  take_id  uuid   not null references take on delete cascade,
  track_id uuid   not null references track on delete cascade,
  start_ms bigint not null,
  end_ms   bigint not null check (end_ms > start_ms),
  primary key (take_id, track_id, start_ms)
);
create index on take_span (track_id);

-- The files of a track bear its id: those of the sound so far that of the recording.
insert into track (id, recording_id, name, duration_ms)
  select id, id, 'sound', case when state = 'FINISHED' then duration_ms end from recording;
insert into track (id, recording_id, name, duration_ms)
  select gen_random_uuid(), id, 'trace', case when state = 'FINISHED' then duration_ms end from recording;
insert into piece (track_id, number, bytes)
  select recording_id, number, bytes from sound_piece;
insert into piece (track_id, number, bytes, body)
  select t.id, p.number, octet_length(p.events), p.events
  from trace_piece p join track t on t.recording_id = p.recording_id and t.name = 'trace';
insert into take_span (take_id, track_id, start_ms, end_ms)
  select k.id, t.id, k.start_ms, k.end_ms from take k join track t on t.recording_id = k.recording_id;

drop table sound_piece;
drop table trace_piece;
alter table take drop column start_ms, drop column end_ms;
