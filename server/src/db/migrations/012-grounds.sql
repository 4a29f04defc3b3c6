-- Photos that lie under the outline of a model, one for each side, with how they are scaled.
alter table model add column grounds jsonb not null default '[]';
