-- What is seen, told in somebody's own words, is kept like captions.
alter table caption_track add column kind varchar(12) not null default 'CAPTIONS';
alter table caption_track drop constraint caption_track_stop_id_language_key;
alter table caption_track add unique (stop_id, kind, language);

-- What stands where nothing is written yet is told in words only when it is handed out.
update score_body set body = replace(body, '[not written yet]', '[…]') where body like '%[not written yet]%';
update caption_track set body = replace(body, '[not written yet]', '[…]') where body like '%[not written yet]%';
update caption_step set body = replace(body, '[not written yet]', '[…]') where body like '%[not written yet]%';
