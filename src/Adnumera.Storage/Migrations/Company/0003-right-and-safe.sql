-- Posting: whose ledger an instruction was planned for, and how often and since when that ledger said that it does not have its key.
alter table instruction add column organisation text not null default '';
alter table instruction add column absent integer not null default 0;
alter table instruction add column absent_since text not null default '';
alter table instruction add column asked_at text not null default '';
update instruction set organisation = coalesce((select organisation from pulled), '');

-- The ledger's own lock, as it was pulled.
alter table pulled add column locked_through text not null default '';
-- Where private charges on a company's own card go: blank for the role due from employees.
alter table company add column private_account text not null default '';
alter table document add column private integer not null default 0;
-- What is worth noticing and holds nothing, as words.
alter table document add column notices text not null default '';
create index document_noticed on document (id) where notices <> '';
create index document_by_period on document (period, document_date, id);

-- What was read back of each document: by the latest proof that covers it. The totals are kept in step with it.
create table reading (
  document_id integer primary key references document (id), proof_id integer not null references proof (id), documents integer not null, money integer not null, intended integer not null) strict;
create table read_cell (
  source text not null, period text not null, found_documents integer not null, found_money integer not null, documents integer not null, money integer not null,
  primary key (source, period)) strict, without rowid;
insert into reading (document_id, proof_id, documents, money, intended)
  select id, (select max(id) from proof), 1, signed_total, signed_total from document where state = 'proved' and exists (select 1 from proof);
insert into read_cell (source, period, found_documents, found_money, documents, money)
  select d.source, d.period, sum(r.documents), sum(r.money), count(*), sum(r.intended) from reading r join document d on d.id = r.document_id group by d.source, d.period;
drop table found_total;
-- The day of the entry that a difference is about: a later proof that covers the day takes its place.
alter table difference add column day text not null default '';
update difference set day = coalesce((select d.entry_date from document d where d.id = document_id), (select p.last_day from proof p where p.id = proof_id));
create index difference_by_day on difference (day, proof_id);
create index difference_by_document on difference (document_id) where document_id is not null;

-- What a source itself says that it sent, for days that it names; and what arrived, by the documents' own days.
create table source_statement (
  id integer primary key, source text not null, first_day text not null, last_day text not null, documents integer not null, money integer not null, at text not null, who text not null) strict;
create index source_statement_by_source on source_statement (source, first_day);
create table dated_cell (
  source text not null, day text not null, documents integer not null, money integer not null, primary key (source, day)) strict, without rowid;
insert into dated_cell (source, day, documents, money)
  select source, document_date, count(*), sum(case when currency = (select currency from company) then signed_total else 0 end) from document group by source, document_date;
drop table source_says;

-- Under which keys a document may be found as a duplicate of another; the rule makes the keys.
create table duplicate_key (
  key integer not null, document_id integer not null references document (id), primary key (key, document_id)) strict, without rowid;
create index duplicate_key_by_document on duplicate_key (document_id);
create index document_by_duplicate_of on document (duplicate_of) where duplicate_of is not null;
drop index document_by_party_reference;
drop index document_by_party_amount;
create index document_claim_by_employee on document (party_key, id) where kind = 'expense_claim';
create index document_by_supplier_in_use on document (supplier_key) where supplier_key <> '' and state <> 'set_aside';

-- Suppliers that may be the same: brought up to date by whatever changes them.
create table supplier_proposal (
  kind text not null, left_key text not null, right_key text not null, left text not null, right text not null, right_id text not null, evidence text not null, confidence integer not null,
  primary key (left_key, right_key, kind)) strict, without rowid;
create index supplier_proposal_by_right on supplier_proposal (right_key);

-- What a source sends anew for a document that is in the ledger: open until somebody decides.
create table proposed_correction (
  id integer primary key, document_id integer not null references document (id), at text not null, who text not null, file_name text not null, content text not null,
  decided_at text not null default '', decided_by text not null default '', decision text not null default '') strict;
create index proposed_correction_by_document on proposed_correction (document_id, id);
create index proposed_correction_open on proposed_correction (id) where decided_at = '';

-- What a source, a mapping or a pull did to a document: line by line, field by field, before and after.
create table document_change (
  id integer primary key, document_id integer not null references document (id), at text not null, who text not null, cause text not null, line integer not null, field text not null,
  before text not null, after text not null) strict;
create index document_change_by_document on document_change (document_id, id);

-- Neither does a row take the place of another.
create trigger audit_is_not_replaced before insert on audit when exists (select 1 from audit where id = new.id)
begin select raise(abort, 'the audit is append only'); end;
