-- Lists are read a page at a time, by a key that an index holds.
create index job_by_time on job (created_at desc, id desc);
create index event_that_differs on event (job_id) where kind = 'differed';
