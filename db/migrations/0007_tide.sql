-- The tide of a site's port: { port, shoreBelowMetres, meanLevelMetres, constituents } or
-- { port, shoreBelowMetres, table: [{ at, metres, kind }] }; null where the site has no shore.
alter table site add column tide jsonb;
