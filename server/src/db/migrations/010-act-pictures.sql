-- Photos of a model's acts that came with a guide, not from a recording or a job.
create table act_picture (
  model_code text not null references model (code),
  act text not null,
  picture uuid not null,
  primary key (model_code, act, picture)
);
