-- A quiz is made first and then opened to its group: until then learners neither see nor sit it.
-- Those that were there were open: the default fills them, where an update would be held to one school's rows.
alter table quiz add column opened_at timestamptz default now();
alter table quiz alter column opened_at drop default;
