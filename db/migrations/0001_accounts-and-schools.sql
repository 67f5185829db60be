-- Global tables: accounts, memberships, sessions, invitations (read by the sign-in module only)
-- and the library (read-only for the application). Everything else belongs to one school.

-- The school of the running transaction; null outside withSchool, and then no row matches.
create function current_school() returns uuid language sql stable parallel safe
  return nullif(current_setting('app.school', true), '')::uuid;

-- The school's own clock (its demo date, or the wall clock): what is effective by then counts.
create function domain_now() returns timestamptz language sql stable parallel safe
  return coalesce(nullif(current_setting('app.now', true), '')::timestamptz, now());

-- Gives a table the one policy by which schools are kept apart, binding its owner too.
create procedure keep_schools_apart(target regclass) language plpgsql as $$
begin
  execute format('alter table %s enable row level security', target);
  execute format('alter table %s force row level security', target);
  execute format(
    'create policy own_school on %s using (school_id = current_school()) with check (school_id = current_school())',
    target);
end $$;

create table library_release (
  hash text primary key,
  name text not null,
  document jsonb not null,
  loaded_at timestamptz not null default now()
);

create table school (
  school_id uuid primary key,
  name text not null check (length(trim(name)) between 1 and 120),
  time_zone text not null default 'Europe/Dublin',
  library_hash text not null references library_release (hash),
  demo_date date,
  is_demo boolean not null default false,
  -- [{ label, number }] in the order in which they are called
  emergency_numbers jsonb not null default '[]',
  -- { scentCounts, carrotFamilyFrom }
  policy jsonb not null default '{}',
  created_at timestamptz not null default now()
);
call keep_schools_apart('school');

create table account (
  id uuid primary key,
  email text not null,
  password_hash text not null,
  created_at timestamptz not null default now()
);
create unique index account_by_email on account (lower(email));

-- What a person is in a school. A guest has no account: a name on the list and a paper brief.
create table person (
  school_id uuid not null references school,
  id uuid not null,
  name text not null check (length(trim(name)) between 1 and 120),
  role text not null check (role in ('owner', 'instructor', 'assistant', 'learner', 'guest')),
  is_minor boolean not null default false,
  guardian_name text,
  guardian_consent_on date,
  created_at timestamptz not null default now(),
  primary key (school_id, id)
);
call keep_schools_apart('person');

create table membership (
  account_id uuid not null references account on delete cascade,
  school_id uuid not null,
  person_id uuid not null,
  primary key (account_id, school_id),
  unique (school_id, person_id),
  foreign key (school_id, person_id) references person (school_id, id) on delete cascade
);

create table session (
  token_hash bytea primary key,
  account_id uuid not null,
  school_id uuid not null,
  created_at timestamptz not null default now(),
  expires_at timestamptz not null,
  foreign key (account_id, school_id) references membership (account_id, school_id) on delete cascade
);
create index session_by_account on session (account_id);

create table invitation (
  token_hash bytea primary key,
  school_id uuid not null,
  person_id uuid not null,
  email text not null,
  created_at timestamptz not null default now(),
  expires_at timestamptz not null,
  used_at timestamptz,
  foreign key (school_id, person_id) references person (school_id, id) on delete cascade
);

-- Kept by rate-limiter-flexible.
create table attempt (
  key varchar(255) primary key,
  points integer not null default 0,
  expire bigint
);

grant select on library_release to good_trail_app;
grant select, insert, update on school, person to good_trail_app;
grant delete on person to good_trail_app;
grant select, insert, update, delete on account, membership, session, invitation, attempt to good_trail_app;
