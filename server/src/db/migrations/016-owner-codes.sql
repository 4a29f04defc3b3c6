-- A code that no person made is a server's own: whoever types it becomes the first owner. All servers of a workshop know it.
alter table pairing_code alter column made_by drop not null;
