-- What a source replaced or deleted under which id, so that an older version that comes again, or later, is known for one.
create table superseded (
  source text not null, source_id text not null, by_id text not null, arrival_id integer not null references arrival (id),
  primary key (source, source_id)) strict, without rowid;
create index superseded_by on superseded (source, by_id) where by_id <> '';
create index superseded_by_arrival on superseded (arrival_id);

-- What a file proposes goes with it.
alter table proposed_correction add column arrival_id integer not null default 0;
