-- What was read on a page stands apart: most ask only whose page it is, and how large.
create table page_text (
  page_id uuid primary key references page on delete cascade,
  words text not null,
  body text not null,
  rulings text not null
);
insert into page_text (page_id, words, body, rulings) select id, words, body, rulings from page;
drop index page_body;
alter table page drop column words, drop column body, drop column rulings;
create index page_text_body on page_text using gin (to_tsvector('english', body));
