-- A unit has one recording. Where two devices had begun one each, their lines come together in the first, in the order
-- in which they were said; what is still sent to the other goes to the first from here on.
alter table recording add column joined_into uuid references recording (id);
update recording r set joined_into = first.id
from (select distinct on (unit_id) unit_id, id from recording order by unit_id, started_at, id) first
where first.unit_id = r.unit_id and first.id <> r.id;
create unique index recording_of_unit on recording (unit_id) where joined_into is null;

create temporary table joined on commit drop as
select distinct on (whole, e.id) coalesce(r.joined_into, r.id) as whole, e.*,
       -- Within one recording its own order stands, whatever the clocks said.
       max(e.at) over (partition by e.recording_id order by e.seq) as said, r.started_at
from entry e join recording r on r.id = e.recording_id
where coalesce(r.joined_into, r.id) in (select joined_into from recording where joined_into is not null)
order by whole, e.id, r.started_at;
delete from entry where recording_id in (select recording_id from joined)
  or recording_id in (select id from recording where joined_into is not null);
insert into entry (recording_id, seq, id, kind, body, at, by, received_at)
select whole, row_number() over (partition by whole order by said, started_at, seq), id, kind, body, at, by, received_at
from joined;
