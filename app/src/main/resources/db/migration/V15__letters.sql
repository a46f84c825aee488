-- What is told to one person at one time goes in one letter; what could not be told says why.
alter table message add column send_after timestamptz not null default now();
alter table message alter column send_after drop default;
alter table message add column state varchar(20) not null default 'WAITING';
alter table message add column letter_id uuid;
alter table message add column first_tried_at timestamptz;
update message set state = 'SENT' where sent_at is not null;
create index on message (letter_id);
create index on message (to_id, send_after) where state = 'WAITING';
alter table message add column round int not null default 0;
alter table message drop constraint message_delivery_id_to_id_key;
alter table message add constraint message_once unique (delivery_id, to_id, round);
