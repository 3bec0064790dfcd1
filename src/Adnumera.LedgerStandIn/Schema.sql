create table if not exists organisation (
  id text primary key, name text not null, currency text not null, locked_through text not null default '') strict;
create table if not exists account (
  id text primary key, number text not null, name text not null, kind text not null, role text not null default '',
  parent text not null default '', active integer not null default 1, requires text not null default '') strict;
create table if not exists supplier (
  id text primary key, name text not null collate nocase unique, tax_number text not null default '', email text not null default '', address text not null default '') strict;
create table if not exists employee (id text primary key, name text not null, email text not null default '', active integer not null default 1) strict;
create table if not exists dimension (kind text not null, id text not null, name text not null collate nocase, active integer not null default 1, primary key (kind, id), unique (kind, name)) strict;
create table if not exists own_dimension (word text primary key, is_on integer not null) strict, without rowid;
create table if not exists term (id text primary key, name text not null, rule text not null, days integer not null) strict;
create table if not exists item (id text primary key, name text not null collate nocase unique, account text not null references account (id), active integer not null default 1) strict;
create table if not exists tax_code (code text primary key, name text not null, percent text not null) strict;
create table if not exists feature (name text primary key) strict;
create table if not exists entry (
  number integer primary key, form text not null, date text not null, due_date text not null default '', reference text not null default '',
  supplier text not null default '', employee text not null default '', memo text not null default '', source text not null default '',
  source_id text not null default '', status text not null default 'posted', type text not null default 'entry') strict;
create index if not exists entry_by_date on entry (date, number);
create index if not exists entry_by_source on entry (source, source_id);
create table if not exists entry_line (
  entry integer not null references entry (number), line integer not null, account text not null references account (id),
  debit integer not null, credit integer not null, tax_code text not null default '', dimensions text not null default '{}',
  memo text not null default '', primary key (entry, line)) strict, without rowid;
create index if not exists entry_line_by_account on entry_line (account);
create table if not exists payment (
  entry integer primary key references entry (number), method text not null default '', withheld integer not null default 0) strict;
create table if not exists payment_bill (
  entry integer not null references entry (number), bill integer not null references entry (number), amount integer not null,
  primary key (entry, bill)) strict, without rowid;
create table if not exists idempotency (key text primary key, content_hash text not null, result text not null) strict;
create table if not exists consent (code_hash text primary key, client text not null, redirect_uri text not null, at text not null) strict;
create table if not exists token (token_hash text primary key, client text not null, granted_at text not null, revoked_at text not null default '') strict;
create table if not exists fault (
  id integer primary key check (id = 1), slow_milliseconds integer not null default 0, lose_answers integer not null default 0,
  refuse_percent integer not null default 0, too_many integer not null default 0, gone_after integer) strict;
insert or ignore into fault (id) values (1);
create table if not exists late_fault (
  id integer primary key check (id = 1), unclear_answers integer not null default 0, late_commits integer not null default 0, late_milliseconds integer not null default 0) strict;
insert or ignore into late_fault (id) values (1);
