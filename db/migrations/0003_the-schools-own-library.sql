-- A school's corrections of the library, each over one cell; the latest of a cell counts. Append-only.
create table library_edit (
  school_id uuid not null references school,
  id uuid not null,
  -- counts up within the school: the library as it stood after an edit is its release with all up to it
  version integer not null,
  taxon text not null,
  -- which cell of the taxon: 'stages/leaf/leaf-outline', 'hazards/eaten:whole plant', 'note' …
  path text not null,
  -- 'set' to a value, 'remove' it, or 'withdraw' the school's edits so that the release's value counts again
  kind text not null check (kind in ('set', 'remove', 'withdraw')),
  value jsonb,
  -- hash of the release's value that was replaced; null where the release had none
  base_hash text,
  -- what counted before, for the history and for undoing
  before_kind text not null check (before_kind in ('set', 'remove', 'withdraw')),
  before_value jsonb,
  reason text not null default '',
  edited_by uuid not null,
  effective_at timestamptz not null,
  recorded_at timestamptz not null default now(),
  primary key (school_id, id),
  unique (school_id, version),
  foreign key (school_id, edited_by) references person (school_id, id)
);
create index library_edit_of_cell on library_edit (school_id, taxon, path, version desc);
call keep_schools_apart('library_edit');

-- A source copied from another counts once with it.
alter table source add column copy_of uuid;
alter table source add foreign key (school_id, copy_of) references source (school_id, id);

-- What a source says of a claim. Append-only: the latest word of a source on a claim counts, so that agreement
-- can be taken back without losing who entered what.
create table opinion (
  school_id uuid not null,
  id uuid not null,
  claim_hash text not null,
  source_id uuid not null,
  says text not null check (says in ('agrees', 'nothing', 'otherwise')),
  otherwise text check ((says = 'otherwise') = (otherwise is not null)),
  entered_by uuid not null,
  effective_at timestamptz not null,
  recorded_at timestamptz not null default now(),
  primary key (school_id, id),
  foreign key (school_id, source_id) references source (school_id, id),
  foreign key (school_id, entered_by) references person (school_id, id)
);
create index opinion_of_claim on opinion (school_id, claim_hash, source_id, effective_at desc, id desc);
call keep_schools_apart('opinion');

insert into opinion (school_id, id, claim_hash, source_id, says, entered_by, effective_at)
  select school_id, gen_random_uuid(), claim_hash, source_id, 'agrees', confirmed_by, effective_at from confirmation;
drop table confirmation;

create view standing_opinion with (security_invoker = true) as
  select distinct on (school_id, claim_hash, source_id) *
    from opinion where effective_at <= domain_now()
   order by school_id, claim_hash, source_id, effective_at desc, id desc;

-- An import that waits for somebody to look at it: what it would change, and in which state of the library.
create table library_import (
  school_id uuid not null references school,
  id uuid not null,
  entered_by uuid not null,
  release_hash text not null references library_release (hash),
  version integer not null,
  -- [{ taxon, path, before, after }]
  changes jsonb not null,
  created_at timestamptz not null default now(),
  primary key (school_id, id),
  foreign key (school_id, entered_by) references person (school_id, id)
);
call keep_schools_apart('library_import');

-- A brief keeps the hash of the library as the school had corrected it, which need not be a release.
alter table brief drop constraint brief_library_hash_fkey;

grant select, insert on library_edit, opinion to good_trail_app;
grant select, insert, delete on library_import to good_trail_app;
grant select on standing_opinion to good_trail_app;
