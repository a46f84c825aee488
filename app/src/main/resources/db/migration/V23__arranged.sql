-- What a stop plays of its takes, one part after the other.
create table arranged (
  stop_id        uuid    primary key references stop on delete cascade,
  walkthrough_id uuid    not null references walkthrough on delete cascade,
  version        integer not null
);
create index on arranged (walkthrough_id);
create table arranged_part (
  stop_id      uuid    not null references arranged on delete cascade,
  position     integer not null,
  take_id      uuid    not null references take on delete cascade,
  recording_id uuid    not null references recording on delete cascade,
  start_ms     bigint  not null,
  end_ms       bigint  not null check (end_ms > start_ms),
  sound_only   boolean not null,
  primary key (stop_id, position)
);
create index on arranged_part (take_id);
create index on arranged_part (recording_id);
insert into arranged (stop_id, walkthrough_id, version)
  select distinct k.stop_id, s.walkthrough_id, 0 from take k join stop s on s.id = k.stop_id where k.chosen;
insert into arranged_part (stop_id, position, take_id, recording_id, start_ms, end_ms, sound_only)
  select k.stop_id, row_number() over (partition by k.stop_id order by k.seq) - 1, k.id, k.recording_id,
         p.start_ms + t.starts_ms, p.end_ms + t.starts_ms, false
    from take k join take_span p on p.take_id = k.id join track t on t.id = p.track_id and t.name = 'sound'
   where k.chosen;
alter table take drop column chosen;

-- What is cut out of recordings, on their clocks.
create table recording_cut (
  id           uuid   primary key,
  recording_id uuid   not null references recording on delete cascade,
  start_ms     bigint not null,
  end_ms       bigint not null check (end_ms > start_ms)
);
create index on recording_cut (recording_id);

-- A stop that was joined with the one before it; undoing brings it back.
alter table stop add column joined_to uuid references stop on delete cascade;
create index on stop (joined_to);

-- What stops were before a repair, so that it can be undone.
create table repair_step (
  id             uuid        primary key,
  seq            bigint      generated always as identity,
  walkthrough_id uuid        not null references walkthrough on delete cascade,
  what           varchar(20) not null,
  body           text        not null,
  made_at        timestamptz not null
);
create index on repair_step (walkthrough_id, seq);

-- Every word that was heard, also those that are cut out, on the clocks of their recordings.
alter table score_body add column heard text not null default '[]';

-- For which parts of which takes captions were edited, so that they follow cuts.
alter table caption_track add column parts text not null default '[]';
