-- Names the library as a school uses it at this moment: its release with its latest edit. By the edit's id, not its
-- number: that of an edit which was rolled back may be given again.
create function library_key() returns text language sql stable as $$
  select library_hash || ' ' || coalesce((select id::text from library_edit order by version desc limit 1), 'as released')
    from school
$$;
