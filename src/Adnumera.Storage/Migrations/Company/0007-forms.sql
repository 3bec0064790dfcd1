-- Transfers, and what charges and files bring beside them.
alter table document add column to_account text not null default '';
alter table document add column to_account_key text not null default '';
alter table document add column merchant_code text not null default '';
alter table document add column attachment text not null default '';
create index document_by_to_account on document (to_account_key, id) where to_account_key <> '';
