-- Money is in minor units, dates are ISO text, blank text means "none".
create table company (
  id integer primary key check (id = 1), slug text not null, name text not null, currency text not null,
  rung_order text not null, when_nothing_maps text not null, rounding_tolerance integer not null, merge_lines integer not null,
  start_date text not null default '', locked_through text not null default '', entry_date text not null) strict;

create table audit (
  id integer primary key, at text not null, who text not null, what text not null, subject text not null,
  before text not null, after text not null, hash blob not null) strict;
create index audit_by_subject on audit (subject, id);
create trigger audit_is_not_changed before update on audit begin select raise(abort, 'the audit is append only'); end;
create trigger audit_is_not_removed before delete on audit begin select raise(abort, 'the audit is append only'); end;

-- The ledger's own records: read only here, replaced by each pull.
create table connection (
  id integer primary key check (id = 1), address text not null, organisation text not null, organisation_name text not null,
  token text not null, connected_at text not null, connected_by text not null, pulled_at text not null default '') strict;
create table account (
  id text primary key, number text not null, name text not null, kind text not null, role text not null, parent text not null,
  active integer not null, position integer not null) strict;
create table ledger_supplier (id text primary key, name text not null, name_key text not null) strict;
create index ledger_supplier_by_name on ledger_supplier (name_key);
create table ledger_tax_code (code text primary key, name text not null, percent text not null) strict;

create table mapping (
  id integer primary key, key_kind text not null, key text not null, key_folded text not null, for_source text not null,
  account text not null, "group" text not null, group_folded text not null, tax_code text not null, department text not null,
  location text not null, project text not null, recoverable_percent text not null, effective_from text not null,
  unique (key_kind, key_folded, for_source, effective_from)) strict;
create index mapping_by_group on mapping (key_kind, group_folded) where group_folded <> '';

create table arrival (
  id integer primary key, file_name text not null, sha256 text not null, at text not null, who text not null,
  documents integer not null, lines integer not null, added integer not null, updated integer not null, unchanged integer not null) strict;

create table document (
  id integer primary key, source text not null, source_id text not null, kind text not null, document_date text not null, due_date text not null,
  reference text not null, reference_key text not null, supplier text not null, supplier_key text not null, employee text not null,
  party_key text not null, payment_account text not null, payment_account_key text not null, settlement text not null, settlement_key text not null,
  currency text not null, total integer not null, signed_total integer not null, notes text not null, not_duplicate integer not null,
  duplicate_of integer, arrival_id integer not null references arrival (id), first_row integer not null, last_row integer not null,
  revision integer not null default 1, entry_date text not null, period text not null, state text not null,
  set_aside text not null default '', set_aside_by text not null default '', ledger_entry text not null default '',
  unique (source, source_id)) strict;
create index document_by_state on document (state, document_date, id);
create index document_by_date on document (document_date, id);
create index document_by_total on document (total, id);
create index document_by_supplier on document (supplier_key, id);
create index document_by_reference on document (reference_key, id);
create index document_by_party_reference on document (kind, party_key, reference_key) where party_key <> '' and reference_key <> '';
create index document_by_party_amount on document (kind, party_key, document_date, total) where party_key <> '';
create index document_by_payment_account on document (payment_account_key, state, total) where payment_account_key <> '';
create index document_by_settlement on document (settlement_key, state, total) where settlement_key <> '';
create index document_by_source on document (source, state);

create table document_line (
  document_id integer not null references document (id), line integer not null, description text not null,
  category text not null, category_key text not null, item text not null, item_key text not null, cost_code text not null, cost_code_key text not null,
  quantity text not null, unit_price text not null, net integer not null, tax_code text not null, tax integer not null,
  department text not null, location text not null, project text not null, account text not null, original_account text not null,
  decided_account text not null default '', decided_rung text not null default '', decided_tax_code_key text not null default '',
  waiting integer not null default 0, primary key (document_id, line)) strict, without rowid;
-- Covering: what arrives under a key, and how much of it waits, without reading the lines.
create index line_by_category on document_line (category_key, waiting, net, tax) where category_key <> '';
create index line_by_item on document_line (item_key, waiting, net, tax) where item_key <> '';
create index line_by_cost_code on document_line (cost_code_key, waiting, net, tax) where cost_code_key <> '';
create index line_by_tax_code on document_line (decided_tax_code_key) where decided_tax_code_key <> '';
create index line_waiting on document_line (waiting) where waiting <> 0;

create table hold (
  document_id integer not null references document (id), line integer not null, reason text not null, value text not null, detail text not null,
  primary key (document_id, line, reason, value)) strict, without rowid;
create index hold_by_reason on hold (reason, value, document_id);

-- Kept in step by the transaction that changes a document; a test holds them against a recount.
create table count_cell (
  source text not null, period text not null, state text not null, documents integer not null, money integer not null,
  primary key (source, period, state)) strict, without rowid;
create table arrived_cell (
  source text not null, period text not null, documents integer not null, money integer not null,
  primary key (source, period)) strict, without rowid;
-- What each file said that it brings, as it was read.
create table source_says (
  arrival_id integer not null references arrival (id), source text not null, period text not null, documents integer not null, money integer not null,
  primary key (arrival_id, source, period)) strict, without rowid;

create table dispatch (
  id integer primary key, started_at text not null, who text not null, ended_at text not null default '', outcome text not null default '',
  cancel integer not null default 0) strict;
create table instruction (
  id integer primary key, dispatch_id integer not null references dispatch (id), kind text not null check (kind in ('supplier', 'entry')),
  document_id integer references document (id), revision integer not null, idempotency_key text not null unique, content text not null,
  state text not null, attempts integer not null default 0, sent_at text not null default '', answered_at text not null default '',
  ledger_id text not null default '', refusal_code text not null default '', refusal_text text not null default '') strict;
create index instruction_by_document on instruction (document_id, id);
create index instruction_by_state on instruction (state, id);
create index instruction_by_dispatch on instruction (dispatch_id, id);

create table proof (
  id integer primary key, at text not null, who text not null, first_day text not null, last_day text not null, intended integer not null,
  proved integer not null, differences integer not null, at_stake integer not null) strict;
create table difference (
  id integer primary key, proof_id integer not null references proof (id), document_id integer, source text not null, source_id text not null,
  ledger_entries text not null, kind text not null, account text not null, intended text not null, found text not null, amount integer not null,
  detail text not null) strict;
create index difference_by_proof on difference (proof_id, id);
create table account_proof (
  proof_id integer not null references proof (id), position integer not null, account text not null, opening integer not null, intended integer not null, found integer not null,
  payments integer not null, not_ours integer not null, closing integer not null, agrees integer not null, primary key (proof_id, position)) strict, without rowid;
-- What was read back of the documents, by their source and period.
create table found_total (
  proof_id integer not null references proof (id), source text not null, period text not null, documents integer not null, money integer not null,
  intended_documents integer not null, intended_money integer not null, primary key (proof_id, source, period)) strict, without rowid;
