-- Words of a company's own on documents, to find and total them by.
create table document_label (
  label_key text not null, document_id integer not null references document (id), label text not null, primary key (label_key, document_id)
) strict, without rowid;
create index document_label_by_document on document_label (document_id, label_key);
