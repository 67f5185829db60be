-- One dialect: the school is asked once a statement, not once a row, in every policy and in those still to come.
create or replace procedure keep_schools_apart(target regclass) language plpgsql as $$
begin
  execute format('alter table %s enable row level security', target);
  execute format('alter table %s force row level security', target);
  execute format('create policy own_school on %s using (school_id = (select current_school()))
                  with check (school_id = (select current_school()))', target);
end $$;

do $$
declare target regclass;
begin
  for target in select polrelid from pg_policy where polname = 'own_school' loop
    execute format('alter policy own_school on %s using (school_id = (select current_school()))
                    with check (school_id = (select current_school()))', target);
  end loop;
end $$;

-- A person's rounds; what stops at a patch; what is met at a stop.
create index round_of_person on round (school_id, person_id, effective_at);
create index stop_at_patch on stop (school_id, patch_id) where patch_id is not null;
create index walk_taxon_of_stop on walk_taxon (school_id, stop_id);
