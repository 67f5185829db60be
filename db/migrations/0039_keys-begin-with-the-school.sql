-- A link's token names its school: so this key, too, can stand with the school alone.
alter table wellbeing
  drop constraint wellbeing_token_hash_key,
  add unique (school_id, token_hash);
