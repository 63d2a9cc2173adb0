-- By which wire a vehicle is reached: a gateway by diagnostics over IP, or a CAN bus behind a bridge.
alter table gateway add column way varchar(20) not null default 'GATEWAY';
