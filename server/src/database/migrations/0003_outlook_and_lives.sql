-- A unit that has left the fleet keeps its history and is no longer planned for.
ALTER TABLE unit ADD COLUMN retired_at timestamptz;
ALTER TABLE unit ADD COLUMN retired_because text;

-- The end of a battery, and how long its maker stands for it.
ALTER TABLE battery ADD COLUMN warranty_until date;
ALTER TABLE battery ADD COLUMN scrapped_at timestamptz;
ALTER TABLE battery ADD COLUMN scrapped_because text;
CREATE INDEX battery_by_serial_text ON battery (fleet_id, lower(serial) text_pattern_ops);
CREATE INDEX placement_of_battery ON battery_placement (fleet_id, battery_id);
CREATE INDEX placement_of_unit ON battery_placement (fleet_id, unit_id);

-- Units of one kind are compared with each other: description, volts and arrangement make a kind.
ALTER TABLE visit_summary ADD COLUMN kind text NOT NULL DEFAULT '';
CREATE INDEX visit_summary_good ON visit_summary (fleet_id, kind, started_at DESC) WHERE disposition IN ('ready', 'ready-watch');

-- What will become of each unit. Computed from its history, made anew when something is added; safe to empty and rebuild.
CREATE TABLE unit_outlook (
  fleet_id uuid NOT NULL,
  unit_id text NOT NULL,
  computed_at timestamptz NOT NULL,
  -- Coldest start, °C; null where the readings do not carry one.
  cold_p10 real,
  cold_p50 real,
  cold_p90 real,
  after_p50 real,
  after_p90 real,
  -- The battery that falls under its limit first.
  under_position text,
  under_on date,
  due_on date,
  due_by text,
  actions jsonb NOT NULL DEFAULT '[]',
  body jsonb NOT NULL,
  PRIMARY KEY (fleet_id, unit_id),
  FOREIGN KEY (fleet_id, unit_id) REFERENCES unit
);
CREATE TRIGGER outlook_added AFTER INSERT ON unit_outlook REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION count_watch_change();
CREATE TRIGGER outlook_changed AFTER UPDATE ON unit_outlook REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION count_watch_change();

-- Nights somebody typed in for a yard; they stand above what the weather service says.
CREATE TABLE typed_night (
  fleet_id uuid NOT NULL,
  yard_id text NOT NULL,
  night date NOT NULL,
  lowest_c real NOT NULL CHECK (lowest_c BETWEEN -70 AND 50),
  PRIMARY KEY (fleet_id, yard_id, night),
  FOREIGN KEY (fleet_id, yard_id) REFERENCES yard
);
