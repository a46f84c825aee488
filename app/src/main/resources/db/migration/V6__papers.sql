-- The media types of DOCX and PPTX have 71 and 73 letters; a type and a subtype have up to 127 each (RFC 6838, 4.2).
alter table edition alter column media_type type varchar(255);

-- What was read in a mended cell, and at the head of its row, so that it is found again in a new edition.
alter table rubric_cell add column was text, add column head text;

-- What work was about, in a word for its owner; and whether its owner has put away that it failed.
alter table work add column label varchar(255) not null default '', add column seen boolean not null default false;
create index on work (owner_id) where state = 'FAILED' and not seen;
