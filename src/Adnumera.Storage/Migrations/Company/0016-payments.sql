-- Payments of documents as the ledger has them, as far as they were read back.
create table document_payment (
  ledger_entry text primary key, document_id integer not null references document (id), day text not null, reference text not null,
  amount integer not null, open integer not null, at text not null) strict, without rowid;
create index document_payment_by_document on document_payment (document_id, day);
