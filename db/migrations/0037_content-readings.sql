-- What the content of a checkout has made: reading some hundred files at every start would take longer than all else.

create table content_reading (
  source text primary key check (source ~ '^[0-9a-f]{64}$'),
  release_hash text not null references library_release (hash)
);

comment on table content_reading is
  'source: SHA-256 of the files and of the program that reads them; release_hash: of the libraries that came of it, or that the demo was loaded upon.';
