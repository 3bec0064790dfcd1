-- Originals and attachments, each once, by the SHA-256 of its bytes: apart from the books, so that those stay small.
create table original (hash text primary key, content blob not null, size integer not null, at text not null) strict;
