-- How a table is read that can be read in several ways, as its teacher said.
create table rubric_reading (
  handout_id uuid        not null references handout on delete cascade,
  page       int         not null,
  grid       int         not null,
  basis      varchar(16) not null,
  primary key (handout_id, page, grid)
);
