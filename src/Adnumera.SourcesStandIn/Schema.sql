create table if not exists desk (
  word text primary key, currency text not null, slow_milliseconds integer not null default 0, too_many integer not null default 0,
  gone_after integer, broken_answers integer not null default 0) strict, without rowid;
-- Each record as it is now; whoever asks for what changed since a number gets what has a greater one.
create table if not exists record (
  change integer primary key autoincrement, desk text not null references desk (word), id text not null, day text not null,
  status text not null, entity text not null, counts integer not null, money integer not null, content text not null,
  unique (desk, id)) strict;
create index if not exists record_by_change on record (desk, change);
create index if not exists record_by_day on record (desk, day) where counts = 1;
create table if not exists file (id text primary key, media_type text not null, content blob not null) strict;
create table if not exists consent (code_hash text primary key, desk text not null, redirect_uri text not null, at text not null) strict;
create table if not exists token (token_hash text primary key, desk text not null, at text not null, revoked_at text not null default '') strict;
create table if not exists news (
  number integer primary key, desk text not null, id text not null, what text not null, content text not null, at text not null,
  unique (desk, id, what, content)) strict;
