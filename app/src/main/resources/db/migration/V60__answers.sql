-- What students say and write is made ready in a lane of its own: it does not wait for a teacher's papers.
create table scheduled_answers (like scheduled_tasks including all);
