-- Which vehicle answered at an address last, so that a job finds its own.
ALTER TABLE gateway ADD COLUMN vin VARCHAR(17) NOT NULL DEFAULT '';
