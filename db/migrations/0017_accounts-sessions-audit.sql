-- Entering a school in one trip: binds the transaction to it and sets its clock and zone. The answer is the school's
-- own time: its demo date at this time of day, or the wall clock.
-- A statement that takes longer than its patience (ms) is given up, and so is a transaction in which nothing happens.
create function enter_school(wanted uuid, patience integer) returns timestamptz language plpgsql as $$
declare
  moment timestamptz;
  zone text;
begin
  perform set_config('app.school', wanted::text, true),
          set_config('statement_timeout', patience::text, true),
          set_config('idle_in_transaction_session_timeout', (3 * patience)::text, true);
  select case when demo_date is null then now()
              else (demo_date + (now() at time zone time_zone)::time) at time zone time_zone end, time_zone
    into moment, zone from school;
  moment := date_trunc('milliseconds', coalesce(moment, now()));
  perform set_config('app.now', to_char(moment at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"'), true);
  perform set_config('TimeZone', coalesce(zone, 'UTC'), true);
  return moment;
end $$;

-- A session is told from others of the account by its device, and can be ended alone.
alter table session
  add column id uuid not null default gen_random_uuid() unique,
  add column seen_at timestamptz not null default now(),
  -- when the password was last entered in it
  add column confirmed_at timestamptz not null default now(),
  add column device text not null default '' check (length(device) <= 80);
create index session_by_expiry on session (expires_at);
create index invitation_by_person on invitation (school_id, person_id);


-- Who made an invitation, since only they see its link.
alter table invitation add column made_by uuid;

-- Devices on which an account has signed in: attempts from them are counted apart, so that nobody else can lock them out.
create table known_device (
  token_hash bytea primary key,
  account_id uuid not null references account on delete cascade,
  created_at timestamptz not null default now(),
  seen_at timestamptz not null default now()
);
create index known_device_by_account on known_device (account_id);

-- A link that sets a new password, once.
create table password_link (
  token_hash bytea primary key,
  account_id uuid not null references account on delete cascade,
  created_at timestamptz not null default now(),
  expires_at timestamptz not null,
  used_at timestamptz
);
create index password_link_by_account on password_link (account_id);
alter table account add column password_changed_at timestamptz not null default now();
grant select, insert, update, delete on known_device, password_link to good_trail_app;

-- What was done to people, roles, permissions and data, and by whom: ids and figures, no names. Append-only.
create table audit_entry (
  school_id uuid not null references school,
  id uuid not null,
  -- by the wall clock
  recorded_at timestamptz not null default now(),
  -- null: somebody who is not signed in, or the server's own command
  actor_id uuid,
  what text not null check (length(what) between 1 and 60),
  about_id uuid,
  detail jsonb not null default '{}',
  request text,
  primary key (school_id, id)
);
create index audit_entry_by_time on audit_entry (school_id, recorded_at desc);
call keep_schools_apart('audit_entry');
alter policy own_school on audit_entry using (school_id = (select current_school()))
  with check (school_id = (select current_school()));
grant select, insert on audit_entry to good_trail_app;

-- Entries are kept for two years. Runs as the owner: the application may add and read them, not take any away.
create function sweep_audit() returns integer language plpgsql security definer set search_path = public, pg_temp as $$
declare
  swept integer;
begin
  delete from audit_entry where recorded_at < now() - interval '2 years';
  get diagnostics swept = row_count;
  return swept;
end $$;

-- What belongs to a person goes by an update of that person, never by deleting the row: answers stay.
revoke delete on person from good_trail_app;

-- A temporary table cannot stand in for the sums.
alter function add_to_sums() set search_path = public, pg_temp;
do $$ begin
  execute format('revoke temporary on database %I from public', current_database());
exception when insufficient_privilege then
  raise notice 'temporary tables stay allowed: this user does not own the database';
end $$;

-- Takes the name or address of somebody who is erased out of everything that was written in the school: letters, remarks,
-- plans, and the briefs that else nobody changes. A name of one word goes only where it stands alone as who leads or
-- decides: within sentences it might be a plant's, too. Runs as the owner, for the running school.
create function erase_words(erased text, instead text) returns integer
language plpgsql security definer set search_path = public, pg_temp as $$
declare
  literal text := regexp_replace(trim(both '"' from to_json(trim(erased))::text), '([][\\.(){}*+?^$|])', '\\\1', 'g');
  alone text := '(?<=")' || literal || '(?=")';
  among text := '(?<![[:alnum:]])' || literal || '(?![[:alnum:]])';
  place record;
  changed integer;
  total integer := 0;
begin
  if length(trim(erased)) < 2 then return 0; end if;
  if trim(erased) !~ '[\s@]' then
    update brief set document = jsonb_set(document, '{front}', regexp_replace((document -> 'front')::text, alone, instead, 'g')::jsonb)
     where (document -> 'front')::text ~ alone;
    get diagnostics total = row_count;
    update walk set weather = regexp_replace(weather::text, alone, instead, 'g')::jsonb where weather::text ~ alone;
    get diagnostics changed = row_count;
    return total + changed;
  end if;
  for place in
    select c.table_name, c.column_name, c.data_type
      from information_schema.columns c
      join information_schema.tables t using (table_schema, table_name)
     where c.table_schema = 'public' and t.table_type = 'BASE TABLE' and c.data_type in ('text', 'jsonb')
       and c.table_name not in ('person', 'school', 'audit_entry')
       and exists (select from information_schema.columns s
                    where s.table_schema = 'public' and s.table_name = c.table_name and s.column_name = 'school_id')
  loop
    execute format('update %1$I set %2$I = regexp_replace(%2$I::text, $1, $2, ''g'')::%3$s
                     where school_id = current_school() and %2$I::text ~ $1',
                   place.table_name, place.column_name, place.data_type)
      using among, instead;
    get diagnostics changed = row_count;
    total := total + changed;
  end loop;
  return total;
end $$;

-- Learners see places coarsely or not at all: the school says which.
alter table school
  add column learners_see_places text not null default 'coarse' check (learners_see_places in ('exact', 'coarse', 'none'));

-- Who a session's token belongs to, where, and as what: in one trip, for every request. Nothing where it has ended.
create function viewer_of(token bytea, idle_days integer, patience integer)
returns table (session_id uuid, account_id uuid, school_id uuid, person_id uuid, confirmed_at timestamptz, schools integer,
               is_stale boolean, name text, role text, school text, demo_date date, time_zone text, today date)
language plpgsql as $$
begin
  select session.id, session.account_id, session.school_id, membership.person_id, session.confirmed_at,
         (select count(*) from membership other where other.account_id = session.account_id),
         session.seen_at < now() - interval '5 minutes'
    into session_id, account_id, school_id, person_id, confirmed_at, schools, is_stale
    from session join membership on membership.account_id = session.account_id
                                and membership.school_id = session.school_id
   where session.token_hash = token and session.expires_at > now()
     and session.seen_at > now() - make_interval(days => idle_days);
  if not found then return; end if;
  perform enter_school(school_id, patience);
  return query
    select viewer_of.session_id, viewer_of.account_id, viewer_of.school_id, viewer_of.person_id, viewer_of.confirmed_at,
           viewer_of.schools, viewer_of.is_stale, person.name, person.role, own.name, own.demo_date, own.time_zone,
           (domain_now() at time zone own.time_zone)::date
      from person join school own on own.school_id = person.school_id where person.id = viewer_of.person_id;
end $$;
