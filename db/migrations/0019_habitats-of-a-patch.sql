-- What a patch itself stands in, of the glossary's habitats; none recorded: any of its site's.
alter table patch add column habitats text[] not null default '{}';
