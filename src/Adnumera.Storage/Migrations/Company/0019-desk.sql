-- Lists by due and entry date, by employee and by the payment account that a person chose.
create index document_by_due on document (due_date, id);
create index document_by_entry on document (entry_date, id);
create index document_by_employee on document (employee collate nocase, id) where employee <> '';
create index document_by_payment_choice on document (payment_account_choice) where payment_account_choice <> '';

-- Lists with a name: a person's own, or the company's where nobody is named.
create table saved_view (
  id integer primary key, name text not null, name_key text not null, sign_in text not null, place text not null, query text not null,
  columns text not null, at text not null, who text not null, unique (place, sign_in, name_key)) strict;
