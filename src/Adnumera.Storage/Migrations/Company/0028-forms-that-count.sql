-- Whether the Form W-9 of a supplier counts, as the core says it.
alter table return_supplier add column w9_counts integer not null default 0;
update return_supplier set w9_counts = 1 where w9_received <> '' and w9_signed = 1 and w9_dated <> '';
-- Payments of which nobody says how they were paid.
create index paid_by_nobody on paid (year, supplier_key, amount) where method_by = 'nobody' and voided = 0;
-- The same tax number at two suppliers.
alter table return_supplier add column number_mark text not null default '';
create index return_supplier_by_number on return_supplier (number_mark, supplier_key, supplier) where number_mark <> '';
