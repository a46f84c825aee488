-- The page on which somebody waited opens theirs once, in the browser that asked, while the card is the one of the yes.
alter table join_request add column browser varchar(64);
alter table join_request add column card int;
alter table join_request add column opened_at timestamptz;
-- What the page of somebody who asks for a new card shows, and its teacher types.
alter table join_request add column shown int;
