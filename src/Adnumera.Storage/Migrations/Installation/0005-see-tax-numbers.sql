-- Whether a person sees whole tax numbers, where that is otherwise than their role says; blank where it is not.
alter table membership add column see_tax_numbers text not null default '' check (see_tax_numbers in ('', 'yes', 'no'));
