-- Lists by employee and by payment account, those without one last.
drop index document_by_employee;
create index document_by_employee on document (iif(employee = '', '~', ''), employee collate nocase, id);
create index document_by_paid_from on document (
  iif(coalesce(nullif(payment_account_choice, ''), payment_account) = '', '~', ''),
  coalesce(nullif(payment_account_choice, ''), payment_account) collate nocase, id);
