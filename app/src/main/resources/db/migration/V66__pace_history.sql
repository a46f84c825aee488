-- A rule of the pace that changes holds from then on; the weeks before stay under the rule of their time.
alter table pace drop constraint pace_pkey;
alter table pace add primary key (section_id, since);
