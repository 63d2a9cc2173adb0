-- How a gateway is spoken to. Addresses and the activation type are those of ISO 13400-2; no target: it is found out.
alter table gateway
  add column protocol integer not null default 2,
  add column tester integer not null default 3584,
  add column activation integer not null default 0,
  add column target integer,
  add column functional integer not null default 57344,
  add column tls boolean not null default false,
  add column untold varchar(20);
