-- Documents that are not complete yet: typed, begun from a picture, or records of a file that could not be read.
create table incomplete (
  id integer primary key, arrival_id integer not null references arrival (id), place text not null, fingerprint text not null,
  source text not null, source_id text not null, content text not null, said text not null, proposed text not null,
  state text not null default 'open', document_id integer not null default 0,
  at text not null, who text not null, changed_at text not null default '', changed_by text not null default '') strict;
create unique index incomplete_by_fingerprint on incomplete (fingerprint) where fingerprint <> '';
create index incomplete_open on incomplete (id desc) where state = 'open';
create index incomplete_by_arrival on incomplete (arrival_id, state);
create index incomplete_by_identity on incomplete (source, source_id) where state = 'open';

-- Pictures and files that belong to a document; their bytes are with the originals, each once.
create table attachment (
  document_id integer not null references document (id), sha256 text not null, file_name text not null, media text not null, at text not null, who text not null,
  primary key (document_id, sha256)) strict, without rowid;

-- What a statement says of itself came with its file, and goes with it.
alter table source_statement add column arrival_id integer not null default 0;
create index source_statement_by_arrival on source_statement (arrival_id) where arrival_id <> 0;

-- Transfers of which one side came: how long they wait, the account that a person says, and the pairs of two sides.
alter table company add column transfer_days integer not null default 5;
alter table company add column transfers_asked_through text not null default '';
alter table document add column to_account_choice text not null default '';
create index transfer_of_one_side on document (total, document_date)
  where kind = 'transfer' and state = 'held' and (payment_account = '') <> (to_account = '');
create table transfer_pair (
  leaving integer primary key references document (id), arriving integer not null unique references document (id)) strict;

-- Who sold what a marketplace bills, what was charged abroad, and what was paid before a bill came.
alter table document add column seller text not null default '';
alter table document add column foreign_amount text not null default '';
alter table document add column prepaid integer not null default 0;
create table source_choice (
  source text primary key, marketplace text not null, on_account integer not null, at text not null, who text not null) strict;
