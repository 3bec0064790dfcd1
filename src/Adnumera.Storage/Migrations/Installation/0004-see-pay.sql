-- Whether a person sees pay by name, where that is otherwise than their role says; blank where it is not.
alter table membership add column see_pay text not null default '' check (see_pay in ('', 'yes', 'no'));
