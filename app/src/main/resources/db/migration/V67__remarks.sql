-- What a teacher says of words in a text, or at a moment of a sound or film.
create table result_remark (
  id         uuid         primary key,
  hand_in_id uuid         not null references hand_in on delete cascade,
  seq        bigint       generated always as identity,
  file_id    uuid         references hand_in_file on delete cascade,
  at_ms      int          check (at_ms >= 0),
  first_char int          check (first_char >= 0),
  last_char  int,
  kind       varchar(12)  not null,
  words      varchar(300) not null,
  check ((file_id is null) = (at_ms is null) and (at_ms is null) = (first_char is not null)),
  check ((first_char is null) = (last_char is null) and (last_char is null or last_char > first_char))
);
create index on result_remark (hand_in_id);
create index on result_remark (file_id);
