-- More of what the owner of the ground and the law say: each as the school has it recorded.
alter table site
  add column may_fire boolean not null default false,
  add column may_charge boolean not null default false,
  add column designation text not null default '' check (length(designation) <= 300),
  add column local_rules text not null default '' check (length(local_rules) <= 2000);
