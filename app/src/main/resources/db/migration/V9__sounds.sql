-- A score's sound is named by what it plays, so that scores that play the same share it.
alter table score add column sound varchar(120) not null default '';
update score set sound = 'scores/' || id;
create index score_sound on score (sound);
