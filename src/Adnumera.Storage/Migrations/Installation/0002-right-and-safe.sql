-- Turned on signing out, with a new password, and by an administrator: sessions that carry another one have ended.
alter table person add column stamp text not null default '';
update person set stamp = lower(hex(randomblob(16)));
-- The end of each company's audit, outside its file; rows up to keyed_after were written before the chain was keyed.
create table audit_anchor (
  company_id text primary key references company (id), keyed_after integer not null, last_id integer not null, last_hash blob not null, at text not null) strict;
-- What went wrong without anybody there, until it goes well again.
create table trouble (company_id text not null references company (id), what text not null, at text not null, detail text not null, primary key (company_id, what)) strict, without rowid;
