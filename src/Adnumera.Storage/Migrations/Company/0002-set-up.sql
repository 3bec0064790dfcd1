-- What the ledger owns, beside accounts, suppliers and tax codes.
alter table account add column requires text not null default '';
alter table ledger_supplier add column tax_number text not null default '';
alter table ledger_supplier add column email text not null default '';
alter table ledger_supplier add column address text not null default '';
create table ledger_value (
  kind text not null, id text not null, name text not null, name_key text not null, active integer not null, detail text not null,
  primary key (kind, id)) strict, without rowid;
create table ledger_feature (name text primary key) strict, without rowid;
create table ledger_history (
  supplier_key text not null, supplier text not null, account text not null, lines integer not null, last text not null,
  primary key (supplier_key, supplier, account)) strict, without rowid;
-- Whose records these are; they stay when the connection is given back.
create table pulled (id integer primary key check (id = 1), organisation text not null, organisation_name text not null, at text not null) strict;
insert into pulled (id, organisation, organisation_name, at) select 1, organisation, organisation_name, pulled_at from connection where pulled_at <> '';
-- A pull that breaks something waits here until a person takes it over.
create table pending_pull (id integer primary key check (id = 1), at text not null, who text not null, records text not null) strict;
create table role_choice (role text primary key, account text not null) strict, without rowid;

-- What pickers do not offer; whatever uses it goes on.
create table hidden (kind text not null, value_key text not null, value text not null, primary key (kind, value_key)) strict, without rowid;
create table supplier_link (
  supplier_key text primary key, supplier text not null, ledger_supplier text not null, ledger_name text not null, evidence text not null, who text not null, at text not null) strict, without rowid;
create table supplier_apart (left_key text not null, right_key text not null, who text not null, at text not null, primary key (left_key, right_key)) strict, without rowid;

create table kind_choice (
  kind text primary key, form text not null, entry_day text not null, reference text not null, notes text not null, requires text not null) strict, without rowid;
alter table company add column schedule text not null default '';
alter table company add column last_scheduled text not null default '';

create table payment_account (
  id integer primary key, name text not null, name_key text not null unique, kind text not null, account text not null, currency text not null, holder text not null, other_holders text not null) strict;
create table payment_number (
  payment_account_id integer not null references payment_account (id) on delete cascade, position integer not null, text text not null, from_day text not null, through_day text not null,
  primary key (payment_account_id, position)) strict, without rowid;
alter table document add column payment_account_choice text not null default '';
create table supplier_group (
  name_key text primary key, name text not null, payables_account text not null, cost_account text not null, term text not null, tax_code text not null, form text not null, box text not null) strict, without rowid;

alter table mapping add column ledger_item text not null default '';
alter table mapping add column value text not null default '';
-- Every change of the book and of the payment accounts: sets that were made together, each change with its before and after.
create table change_set (
  id integer primary key, at text not null, who text not null, origin text not null, undoes integer references change_set (id), undone_by integer references change_set (id)) strict;
create table change (
  id integer primary key, set_id integer not null references change_set (id), kind text not null, key text not null, key_folded text not null, for_source text not null,
  effective_from text not null, before text not null, after text not null) strict;
create index change_by_set on change (set_id, id);
create index change_by_key on change (kind, key_folded, id);

-- What arrives under each value, by month and, under a blank period, altogether; kept in step like the count, and held against a recount by a test.
create table arriving_value (
  kind text not null, key text not null, value text not null, primary key (kind, key)) strict, without rowid;
create table value_cell (
  kind text not null, key text not null, period text not null, lines integer not null, money integer not null, waiting_lines integer not null, waiting integer not null,
  primary key (kind, period, key)) strict, without rowid;
create index document_open on document (id) where state in ('held', 'to_approve', 'ready');
create index document_line_by_decided on document_line (decided_account) where decided_account <> '';
create index document_line_by_dimension on document_line (department, location, project) where department <> '' or location <> '' or project <> '';
