-- A model can have a photo.
alter table model add column picture uuid;
