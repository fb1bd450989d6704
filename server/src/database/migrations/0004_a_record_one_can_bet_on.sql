-- Which device made an entry and which of its entries it was, so that order does not hang on a device's clock;
-- and the amendment an entry belongs to, once its visit was signed off.
ALTER TABLE reading ADD COLUMN made_device uuid, ADD COLUMN made_sequence bigint, ADD COLUMN amendment_id uuid;
ALTER TABLE visit_event ADD COLUMN made_device uuid, ADD COLUMN made_sequence bigint;

-- A battery that goes back to its maker.
ALTER TABLE battery ADD COLUMN claimed_at timestamptz;
ALTER TABLE battery ADD COLUMN claimed_because text;

-- A serial is once in a fleet. What was there twice before stays, marked, until somebody corrects it.
ALTER TABLE battery ADD COLUMN serial_shared boolean NOT NULL DEFAULT false;
UPDATE battery b SET serial_shared = true WHERE EXISTS (
  SELECT 1 FROM battery o WHERE o.fleet_id = b.fleet_id AND o.battery_id <> b.battery_id AND lower(btrim(o.serial)) = lower(btrim(b.serial)));
CREATE UNIQUE INDEX battery_serial_once ON battery (fleet_id, lower(btrim(serial))) WHERE serial IS NOT NULL AND NOT serial_shared;

-- What changes in a unit or its batteries raises its revision: a form opened before is told.
CREATE FUNCTION raise_unit_revision() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  UPDATE unit u SET revision = revision + 1
    FROM (SELECT DISTINCT fleet_id, unit_id FROM changed) AS c
    WHERE u.fleet_id = c.fleet_id AND u.unit_id = c.unit_id;
  RETURN NULL;
END $$;
CREATE TRIGGER placement_added AFTER INSERT ON battery_placement REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION raise_unit_revision();
CREATE TRIGGER placement_changed AFTER UPDATE ON battery_placement REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION raise_unit_revision();

-- The count of changes is kept by connection, so that writers never wait for each other's row; the watch's number is their sum.
ALTER TABLE watch_revision DROP CONSTRAINT watch_revision_pkey;
ALTER TABLE watch_revision ADD COLUMN writer integer NOT NULL DEFAULT 0;
ALTER TABLE watch_revision ADD PRIMARY KEY (fleet_id, writer);
CREATE OR REPLACE FUNCTION count_watch_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO watch_revision (fleet_id, writer) SELECT DISTINCT fleet_id, pg_backend_pid() FROM changed
    ON CONFLICT (fleet_id, writer) DO UPDATE SET revision = watch_revision.revision + 1;
  PERFORM pg_notify('vaktman_change', json_build_object('fleetId', fleet_id, 'watch', true)::text) FROM (SELECT DISTINCT fleet_id FROM changed) AS c;
  RETURN NULL;
END $$;

-- Everybody who has a visit open is told when something joins it.
CREATE FUNCTION tell_visit_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('vaktman_change', json_build_object('fleetId', fleet_id, 'visitId', visit_id)::text)
    FROM (SELECT DISTINCT fleet_id, visit_id FROM changed) AS c;
  RETURN NULL;
END $$;
CREATE TRIGGER reading_told AFTER INSERT ON reading REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION tell_visit_change();
CREATE TRIGGER visit_event_told AFTER INSERT ON visit_event REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION tell_visit_change();
CREATE FUNCTION tell_battery_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('vaktman_change', json_build_object('fleetId', fleet_id, 'batteries', true)::text) FROM (SELECT DISTINCT fleet_id FROM changed) AS c;
  RETURN NULL;
END $$;
CREATE TRIGGER battery_told AFTER INSERT ON battery REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION tell_battery_change();
CREATE TRIGGER battery_change_told AFTER UPDATE ON battery REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION tell_battery_change();

-- Units whose outlook is to be made anew. Only ever added to by writers, so none waits; a worker takes and removes.
CREATE TABLE outlook_due (
  mark bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  fleet_id uuid NOT NULL,
  unit_id text NOT NULL,
  marked_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX outlook_due_by_unit ON outlook_due (fleet_id, unit_id);

-- By which version of the code each kind of projection was last made whole.
CREATE TABLE projection (
  name text PRIMARY KEY,
  version integer NOT NULL,
  made_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX visit_summary_left_batteries ON visit_summary USING gin ((body -> 'past' -> 'left') jsonb_path_ops);

-- Every name somebody went by: a device without network still sends the old one after a correction.
CREATE TABLE person_name (
  fleet_id uuid NOT NULL,
  person_id text NOT NULL,
  name text NOT NULL,
  PRIMARY KEY (fleet_id, name, person_id),
  FOREIGN KEY (fleet_id, person_id) REFERENCES person
);
INSERT INTO person_name (fleet_id, person_id, name) SELECT fleet_id, person_id, name FROM person;
CREATE FUNCTION keep_person_name() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO person_name (fleet_id, person_id, name) VALUES (NEW.fleet_id, NEW.person_id, NEW.name) ON CONFLICT DO NOTHING;
  RETURN NULL;
END $$;
CREATE TRIGGER person_name_kept AFTER INSERT OR UPDATE OF name ON person FOR EACH ROW EXECUTE FUNCTION keep_person_name();
