-- How somebody is reached, and who is told if something happens to them.
alter table person
  add column telephone text check (length(telephone) between 3 and 30),
  add column emergency_name text check (length(trim(emergency_name)) between 1 and 120),
  add column emergency_telephone text check (length(emergency_telephone) between 3 and 30);

-- A message stays, with the day on which somebody said that it went.
alter table outbox_message add column sent_at timestamptz;
grant update (sent_at) on outbox_message to good_trail_app;
