-- Batteries are in one place at a time and a position is filled once; both need equality beside ranges.
CREATE EXTENSION IF NOT EXISTS btree_gist;

CREATE TABLE fleet (
  fleet_id uuid PRIMARY KEY,
  name text NOT NULL CHECK (name <> ''),
  time_zone text NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now()
);

CREATE TABLE yard (
  fleet_id uuid NOT NULL REFERENCES fleet,
  yard_id text NOT NULL CHECK (yard_id <> ''),
  name text NOT NULL CHECK (name <> ''),
  ordinal integer NOT NULL DEFAULT 0,
  PRIMARY KEY (fleet_id, yard_id)
);

CREATE TABLE person (
  fleet_id uuid NOT NULL REFERENCES fleet,
  person_id text NOT NULL CHECK (person_id <> ''),
  name text NOT NULL CHECK (name <> ''),
  role text NOT NULL CHECK (role IN ('technician', 'lead', 'trainee')),
  PRIMARY KEY (fleet_id, person_id)
);

-- `definition` is the electrical description without its batteries: those have lives of their own.
CREATE TABLE unit (
  fleet_id uuid NOT NULL REFERENCES fleet,
  unit_id text NOT NULL CHECK (unit_id <> ''),
  yard_id text NOT NULL,
  description text NOT NULL,
  system_volts smallint NOT NULL CHECK (system_volts IN (12, 24)),
  arrangement text NOT NULL,
  definition jsonb NOT NULL,
  revision integer NOT NULL DEFAULT 1,
  created_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (fleet_id, unit_id),
  FOREIGN KEY (fleet_id, yard_id) REFERENCES yard
);

CREATE TABLE battery (
  fleet_id uuid NOT NULL REFERENCES fleet,
  battery_id uuid NOT NULL,
  serial text,
  description jsonb NOT NULL,
  PRIMARY KEY (fleet_id, battery_id)
);
CREATE INDEX battery_by_serial ON battery (fleet_id, serial);

-- Where a battery sat, from when to when. Rows are closed, never overwritten.
CREATE TABLE battery_placement (
  fleet_id uuid NOT NULL,
  placement_id uuid NOT NULL,
  battery_id uuid NOT NULL,
  unit_id text NOT NULL,
  position text NOT NULL CHECK (position ~ '^[A-F]$'),
  during tstzrange NOT NULL CHECK (NOT isempty(during)),
  removed_because text,
  PRIMARY KEY (fleet_id, placement_id),
  FOREIGN KEY (fleet_id, battery_id) REFERENCES battery,
  FOREIGN KEY (fleet_id, unit_id) REFERENCES unit,
  CONSTRAINT battery_in_one_place EXCLUDE USING gist (fleet_id WITH =, battery_id WITH =, during WITH &&),
  CONSTRAINT position_filled_once EXCLUDE USING gist (fleet_id WITH =, unit_id WITH =, position WITH =, during WITH &&)
);

CREATE TABLE visit (
  fleet_id uuid NOT NULL,
  visit_id uuid NOT NULL,
  unit_id text NOT NULL,
  started_at timestamptz NOT NULL,
  -- The visit as it was opened: head, method, and the unit as it was described then.
  head jsonb NOT NULL,
  method jsonb NOT NULL,
  unit jsonb NOT NULL,
  received_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (fleet_id, visit_id),
  FOREIGN KEY (fleet_id, unit_id) REFERENCES unit
);
CREATE INDEX visit_by_unit ON visit (fleet_id, unit_id, started_at DESC);

-- Facts: only ever added.
CREATE TABLE reading (
  fleet_id uuid NOT NULL,
  reading_id uuid NOT NULL,
  visit_id uuid NOT NULL,
  step text NOT NULL,
  point text NOT NULL,
  taken_at timestamptz NOT NULL,
  taken_by text NOT NULL,
  body jsonb NOT NULL,
  received_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (fleet_id, reading_id),
  FOREIGN KEY (fleet_id, visit_id) REFERENCES visit
);
CREATE INDEX reading_by_visit ON reading (fleet_id, visit_id, taken_at);

-- What happened besides readings: cautions acknowledged, waits skipped with a reason, the visit closed.
CREATE TABLE visit_event (
  fleet_id uuid NOT NULL,
  event_id uuid NOT NULL,
  visit_id uuid NOT NULL,
  kind text NOT NULL,
  at timestamptz NOT NULL,
  body jsonb NOT NULL,
  received_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (fleet_id, event_id),
  FOREIGN KEY (fleet_id, visit_id) REFERENCES visit
);
CREATE INDEX visit_event_by_visit ON visit_event (fleet_id, visit_id, at);

CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION '% rows are only ever added; a correction is a new row', TG_TABLE_NAME USING ERRCODE = 'integrity_constraint_violation';
END $$;
CREATE TRIGGER reading_is_a_fact BEFORE UPDATE OR DELETE ON reading FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER visit_event_is_a_fact BEFORE UPDATE OR DELETE ON visit_event FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER visit_is_a_fact BEFORE UPDATE OR DELETE ON visit FOR EACH ROW EXECUTE FUNCTION refuse_change();

-- What lists show of a visit. Computed from its facts, rebuilt whenever one is added; safe to empty and rebuild.
CREATE TABLE visit_summary (
  fleet_id uuid NOT NULL,
  visit_id uuid NOT NULL,
  unit_id text NOT NULL,
  started_at timestamptz NOT NULL,
  closed_at timestamptz,
  technician text NOT NULL,
  disposition text NOT NULL,
  headline text NOT NULL,
  finding_count integer NOT NULL,
  body jsonb NOT NULL,
  PRIMARY KEY (fleet_id, visit_id),
  FOREIGN KEY (fleet_id, visit_id) REFERENCES visit
);
CREATE INDEX visit_summary_by_unit ON visit_summary (fleet_id, unit_id, started_at DESC);

-- How each unit stands: one row a unit, taken from its latest visit. Rebuilt with the summaries; the watch reads only this.
CREATE TABLE unit_standing (
  fleet_id uuid NOT NULL,
  unit_id text NOT NULL,
  visit_id uuid NOT NULL,
  started_at timestamptz NOT NULL,
  closed_at timestamptz,
  disposition text NOT NULL,
  headline text NOT NULL,
  finding_count integer NOT NULL,
  PRIMARY KEY (fleet_id, unit_id),
  FOREIGN KEY (fleet_id, unit_id) REFERENCES unit
);

-- Counts the changes that show in the watch, so that its text can be kept and sent again until the next one.
CREATE TABLE watch_revision (
  fleet_id uuid PRIMARY KEY REFERENCES fleet,
  revision bigint NOT NULL DEFAULT 1
);
CREATE FUNCTION count_watch_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO watch_revision (fleet_id) SELECT DISTINCT fleet_id FROM changed
    ON CONFLICT (fleet_id) DO UPDATE SET revision = watch_revision.revision + 1;
  RETURN NULL;
END $$;
CREATE TRIGGER unit_added AFTER INSERT ON unit REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION count_watch_change();
CREATE TRIGGER unit_changed AFTER UPDATE ON unit REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION count_watch_change();
CREATE TRIGGER standing_added AFTER INSERT ON unit_standing REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION count_watch_change();
CREATE TRIGGER standing_changed AFTER UPDATE ON unit_standing REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION count_watch_change();
