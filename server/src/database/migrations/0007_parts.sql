-- Alternators and starters as things: which was fitted where, from when to when, and why it left. A moment that is not
-- known is null: what a machine came with, and what is still in it.
CREATE TABLE part_stay (
  fleet_id uuid NOT NULL,
  part_id uuid NOT NULL,
  unit_id text NOT NULL,
  place text NOT NULL,
  description jsonb NOT NULL,
  fitted_at timestamptz,
  left_at timestamptz,
  left_because text,
  PRIMARY KEY (fleet_id, part_id),
  FOREIGN KEY (fleet_id, unit_id) REFERENCES unit,
  CHECK (fitted_at IS NULL OR left_at IS NULL OR fitted_at <= left_at),
  EXCLUDE USING gist (fleet_id WITH =, unit_id WITH =, place WITH =, tstzrange(fitted_at, left_at) WITH &&)
);
