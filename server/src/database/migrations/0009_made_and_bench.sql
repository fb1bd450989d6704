-- When a battery was made, by the code on it, and the codes this shop reads besides the usual one.
ALTER TABLE battery ADD COLUMN made_month text CHECK (made_month ~ '^\d{4}-(0[1-9]|1[0-2])$');
ALTER TABLE fleet ADD COLUMN date_codes jsonb NOT NULL DEFAULT '[]';

-- What was read of a battery outside any visit: in the store room, on the bench.
CREATE TABLE bench_reading (
  fleet_id uuid NOT NULL,
  reading_id uuid NOT NULL,
  battery_id uuid NOT NULL,
  taken_by text NOT NULL,
  read_at timestamptz NOT NULL,
  body jsonb NOT NULL,
  PRIMARY KEY (fleet_id, reading_id),
  FOREIGN KEY (fleet_id, battery_id) REFERENCES battery
);
CREATE INDEX bench_reading_of_battery ON bench_reading (fleet_id, battery_id, read_at);
