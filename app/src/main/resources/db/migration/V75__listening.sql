-- Words of recordings are listened to in a lane of their own, behind what can be played already.
create table scheduled_words (like scheduled_tasks including all);
