-- The sound of each stop is kept by itself; stops fill whole cells of time.
alter table score add column in_cells boolean not null default false;

create table score_stop_sound (
  score_id uuid         not null references score on delete cascade,
  name     varchar(120) not null,
  primary key (score_id, name)
);
create index on score_stop_sound (name);
