-- Where in a source somebody has read what it says: a page, a plate, the day of a talk.
alter table opinion add column place text check (length(trim(place)) between 1 and 120);
create or replace view standing_opinion with (security_invoker = true) as
  select distinct on (school_id, claim_hash, source_id) *
    from opinion where effective_at <= domain_now()
   order by school_id, claim_hash, source_id, effective_at desc, id desc;
