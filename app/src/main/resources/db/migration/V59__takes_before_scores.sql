-- Takes are made by a job of their own, which the score's follows: what waits for its takes gets them first.
update work set kind = 'takes'
where kind = 'compile' and state in ('WAITING', 'RUNNING')
  and exists (select 1 from recording r where r.walkthrough_id = work.subject_id and r.state = 'ENDING');
