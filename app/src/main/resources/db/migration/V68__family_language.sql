-- In what language a family reads the words that are ours; null until they choose: then as their browser asks.
alter table person add column language text check (language in ('en', 'es', 'fr'));
