-- A disagreement that a teacher lets stand, with the reason, until one of its sides is another.
create table left_finding (
  walkthrough_id uuid         not null references walkthrough on delete cascade,
  sides          varchar(64)  not null,
  reason         varchar(300) not null,
  left_at        timestamptz  not null,
  primary key (walkthrough_id, sides)
);

-- What is right instead of words that were said: a line under the player while they are heard, until the words are others.
create table correction (
  id             uuid primary key,
  walkthrough_id uuid         not null references walkthrough on delete cascade,
  stop_id        uuid         not null references stop on delete cascade,
  quote          varchar(200) not null,
  words          varchar(200) not null,
  sides          varchar(64)  not null,
  made_at        timestamptz  not null
);
create index on correction (walkthrough_id);
create index on correction (stop_id);

-- Papers that appear when a section's work is due: an answer key, a filled-in example.
create table task_key (
  task_id    uuid not null references task on delete cascade,
  handout_id uuid not null references handout on delete cascade,
  primary key (task_id, handout_id)
);
create index on task_key (handout_id);
