-- What is put away is taken from sight; after thirty days it is gone.
alter table handout add column put_away_at timestamptz;
alter table walkthrough add column put_away_at timestamptz;
alter table task add column put_away_at timestamptz;
alter table posting add column put_away_at timestamptz;

-- How long a school keeps what its students have done and what was written to them.
alter table school add column keep_days int not null default 400 check (keep_days between 30 and 3650);
alter table played add column at timestamptz not null default now();
create index on played (at);
create index on beacon (at);
create index on message (created_at);
