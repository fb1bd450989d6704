-- What the shop reads with. A name is once in a fleet: readings carry it.
CREATE TABLE instrument (
  fleet_id uuid NOT NULL REFERENCES fleet,
  instrument_id uuid NOT NULL,
  name text NOT NULL,
  description jsonb NOT NULL,
  retired boolean NOT NULL DEFAULT false,
  PRIMARY KEY (fleet_id, instrument_id)
);
CREATE UNIQUE INDEX instrument_name_once ON instrument (fleet_id, lower(name));
