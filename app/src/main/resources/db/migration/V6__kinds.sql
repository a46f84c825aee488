-- The media types of DOCX and PPTX have 71 and 73 letters; a type and a subtype have up to 127 each (RFC 6838, 4.2).
alter table edition alter column media_type type varchar(255);
