-- What is an owner's own goes when the workshop forgets a unit: it leaves the log of the shop too. An event that was made
-- so says it, since the device that sent it may still send it again as it was.
alter table unit add column forgotten_at timestamptz;
alter table shop_event add column erased boolean not null default false;
create index unit_to_forget on unit (left_at) where left_at is not null and forgotten_at is null;
