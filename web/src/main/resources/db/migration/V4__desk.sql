-- The sound of a show may also be an input of the machine, by its name; its gain in decibels; the layout of the phone desk as JSON.
ALTER TABLE shows ALTER COLUMN sound VARCHAR(200);
ALTER TABLE shows ADD COLUMN gain DOUBLE PRECISION DEFAULT 0 NOT NULL;
ALTER TABLE shows ADD COLUMN phone CLOB;
ALTER TABLE house ALTER COLUMN content VARCHAR(2000);
