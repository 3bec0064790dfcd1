create table company (id text primary key, name text not null) strict;
create table person (
  id integer primary key, name text not null, sign_in text not null collate nocase unique, password_hash text not null,
  failed integer not null default 0, locked_until text not null default '') strict;
create table membership (
  person_id integer not null references person (id), company_id text not null references company (id),
  role text not null check (role in ('administrator', 'bookkeeper', 'reader')), primary key (person_id, company_id)) strict, without rowid;
