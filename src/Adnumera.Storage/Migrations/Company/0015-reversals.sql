-- What refunds and credits give back: found by itself, or as a person says; 0 where a person says that it is none.
create table reversal (
  document_id integer primary key references document (id), original_id integer not null, by_person integer not null,
  evidence text not null) strict;
create index reversal_by_original on reversal (original_id) where original_id <> 0;
alter table document_line add column found_account text not null default '';
create index document_reversal_open on document (supplier_key) where kind in ('card_refund', 'supplier_credit')
  and state in ('held', 'to_approve', 'ready');
