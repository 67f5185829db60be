-- Each event from a device keeps what was sent, word for word, with the device's time and how far its clock was off.
alter table sighting
  add column body jsonb,
  add column device_at timestamptz,
  add column clock_offset_ms bigint;
alter table answer_event
  add column device_at timestamptz,
  add column clock_offset_ms bigint;

-- How much there is at a patch is what was seen last, by the day of seeing: events may arrive late and out of order.
create function last_amount_holds() returns trigger language plpgsql as $$
begin
  update patch set abundance = new.amount
   where id = new.patch_id
     and not exists (select 1 from sighting later
                      where later.patch_id = new.patch_id and later.amount is not null
                        and later.seen_on > new.seen_on);
  return null;
end $$;
create trigger sighting_amount after insert on sighting
  for each row when (new.amount is not null and new.patch_id is not null) execute function last_amount_holds();
