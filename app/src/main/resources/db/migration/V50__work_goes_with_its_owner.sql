-- Students have work of their own since they hand files in: what is made ready of them goes with who is erased.
alter table work drop constraint work_owner_id_fkey;
alter table work add constraint work_owner_id_fkey foreign key (owner_id) references person on delete cascade;
