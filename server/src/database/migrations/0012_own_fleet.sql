-- What the demo brought, so that it can be taken away and leave what is one's own.
ALTER TABLE fleet ADD COLUMN demo boolean NOT NULL DEFAULT false;
ALTER TABLE yard ADD COLUMN demo boolean NOT NULL DEFAULT false;
ALTER TABLE person ADD COLUMN demo boolean NOT NULL DEFAULT false;
ALTER TABLE unit ADD COLUMN demo boolean NOT NULL DEFAULT false;
ALTER TABLE battery ADD COLUMN demo boolean NOT NULL DEFAULT false;
ALTER TABLE instrument ADD COLUMN demo boolean NOT NULL DEFAULT false;
ALTER TABLE visit ADD COLUMN demo boolean NOT NULL DEFAULT false;

-- Rows are the demo's where the transaction that adds them says so.
DO $$ DECLARE name text; BEGIN
  FOREACH name IN ARRAY ARRAY['yard', 'person', 'unit', 'battery', 'instrument', 'visit'] LOOP
    EXECUTE format('ALTER TABLE %I ALTER COLUMN demo SET DEFAULT coalesce(current_setting(''vaktman.brings_demo'', true) = ''yes'', false)', name);
  END LOOP;
END $$;

-- A demo that was loaded before: it came in one transaction, whose moment its rows carry.
UPDATE fleet SET demo = true WHERE fleet_id = '01932a00-0000-7000-8000-000000000001';
UPDATE unit u SET demo = true FROM fleet f WHERE f.demo AND u.fleet_id = f.fleet_id AND u.created_at = f.created_at;
ALTER TABLE visit DISABLE TRIGGER visit_is_a_fact;
UPDATE visit v SET demo = true FROM fleet f WHERE f.demo AND v.fleet_id = f.fleet_id AND v.received_at = f.created_at;
ALTER TABLE visit ENABLE TRIGGER visit_is_a_fact;
UPDATE battery b SET demo = true FROM fleet f WHERE f.demo AND b.fleet_id = f.fleet_id AND EXISTS (
  SELECT 1 FROM battery_placement p JOIN unit u USING (fleet_id, unit_id)
  WHERE p.fleet_id = b.fleet_id AND p.battery_id = b.battery_id AND u.demo AND lower(p.during) < f.created_at);

-- A yard is closed and somebody leaves; what was done there and by them stays.
ALTER TABLE yard ADD COLUMN ended_at timestamptz;
ALTER TABLE person ADD COLUMN ended_at timestamptz;

-- Intervals and limits of the shop by class of machine, and what is on record of a unit besides its circuit.
ALTER TABLE fleet ADD COLUMN classes jsonb NOT NULL DEFAULT '[]';
ALTER TABLE unit ADD COLUMN card jsonb NOT NULL DEFAULT '{}';

CREATE OR REPLACE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' AND current_setting('vaktman.takes_back', true) = 'yes' THEN
    RETURN OLD;
  END IF;
  RAISE EXCEPTION '% rows are only ever added; a correction is a new row', TG_TABLE_NAME USING ERRCODE = 'integrity_constraint_violation';
END $$;

-- Who changed what, when: kept for ever, whatever part of the program made the change.
CREATE TABLE change_entry (
  entry_id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  fleet_id uuid NOT NULL,
  at timestamptz NOT NULL DEFAULT now(),
  -- As told by the device; empty where the program did it by itself.
  person text NOT NULL,
  device text NOT NULL,
  thing text NOT NULL,
  thing_id text NOT NULL,
  -- The unit it shows on as well, where there is one.
  unit_id text,
  verb text NOT NULL CHECK (verb IN ('added', 'changed', 'removed')),
  before jsonb NOT NULL,
  after jsonb NOT NULL
);
CREATE INDEX change_entry_of_thing ON change_entry (fleet_id, thing, thing_id, entry_id DESC);
CREATE INDEX change_entry_of_unit ON change_entry (fleet_id, unit_id, entry_id DESC) WHERE unit_id IS NOT NULL;
CREATE FUNCTION refuse_forgetting() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'what was changed is kept for ever' USING ERRCODE = 'integrity_constraint_violation';
END $$;
CREATE TRIGGER change_entry_is_kept BEFORE UPDATE OR DELETE ON change_entry FOR EACH ROW EXECUTE FUNCTION refuse_forgetting();

-- Arguments: what kind of thing it is, the column that names it, and the column of its unit where it has one.
CREATE FUNCTION keep_change() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  old_row jsonb := CASE WHEN TG_OP = 'INSERT' THEN '{}' ELSE to_jsonb(OLD) END;
  new_row jsonb := CASE WHEN TG_OP = 'DELETE' THEN '{}' ELSE to_jsonb(NEW) END;
  named jsonb := CASE WHEN TG_OP = 'DELETE' THEN to_jsonb(OLD) ELSE to_jsonb(NEW) END;
  unsaid text[] := ARRAY['fleet_id', 'revision', 'created_at', 'demo'];
  was jsonb;
  is_now jsonb;
BEGIN
  IF current_setting('vaktman.tells_nothing', true) = 'yes' THEN
    RETURN NULL;
  END IF;
  old_row := old_row - unsaid;
  new_row := new_row - unsaid;
  IF old_row = new_row THEN
    RETURN NULL;
  END IF;
  -- What was added or removed is told whole; what was changed, as far as it differs.
  IF TG_OP = 'UPDATE' THEN
    SELECT coalesce(jsonb_object_agg(key, value), '{}') INTO was FROM jsonb_each(old_row)
      WHERE value <> 'null' AND value IS DISTINCT FROM new_row -> key;
    SELECT coalesce(jsonb_object_agg(key, value), '{}') INTO is_now FROM jsonb_each(new_row)
      WHERE value <> 'null' AND value IS DISTINCT FROM old_row -> key;
  ELSE
    was := jsonb_strip_nulls(old_row);
    is_now := jsonb_strip_nulls(new_row);
  END IF;
  INSERT INTO change_entry (fleet_id, person, device, thing, thing_id, unit_id, verb, before, after) VALUES (
    (named ->> 'fleet_id')::uuid,
    coalesce(current_setting('vaktman.person', true), ''),
    coalesce(current_setting('vaktman.device', true), ''),
    TG_ARGV[0], named ->> TG_ARGV[1], named ->> TG_ARGV[2],
    CASE TG_OP WHEN 'INSERT' THEN 'added' WHEN 'UPDATE' THEN 'changed' ELSE 'removed' END, was, is_now);
  RETURN NULL;
END $$;
CREATE TRIGGER fleet_change_kept AFTER INSERT OR UPDATE OR DELETE ON fleet FOR EACH ROW EXECUTE FUNCTION keep_change('fleet', 'fleet_id');
CREATE TRIGGER yard_change_kept AFTER INSERT OR UPDATE OR DELETE ON yard FOR EACH ROW EXECUTE FUNCTION keep_change('yard', 'yard_id');
CREATE TRIGGER person_change_kept AFTER INSERT OR UPDATE OR DELETE ON person FOR EACH ROW EXECUTE FUNCTION keep_change('person', 'person_id');
CREATE TRIGGER unit_change_kept AFTER INSERT OR UPDATE OR DELETE ON unit FOR EACH ROW EXECUTE FUNCTION keep_change('unit', 'unit_id', 'unit_id');
CREATE TRIGGER battery_change_kept AFTER INSERT OR UPDATE OR DELETE ON battery FOR EACH ROW EXECUTE FUNCTION keep_change('battery', 'battery_id');
CREATE TRIGGER placement_change_kept AFTER INSERT OR UPDATE OR DELETE ON battery_placement FOR EACH ROW EXECUTE FUNCTION keep_change('battery', 'battery_id', 'unit_id');
CREATE TRIGGER part_change_kept AFTER INSERT OR UPDATE OR DELETE ON part_stay FOR EACH ROW EXECUTE FUNCTION keep_change('part', 'part_id', 'unit_id');
CREATE TRIGGER instrument_change_kept AFTER INSERT OR UPDATE OR DELETE ON instrument FOR EACH ROW EXECUTE FUNCTION keep_change('instrument', 'instrument_id');
CREATE TRIGGER night_change_kept AFTER INSERT OR UPDATE OR DELETE ON typed_night FOR EACH ROW EXECUTE FUNCTION keep_change('night', 'night');

-- A whole record that is brought here carries its revisions: stays that come with it raise none.
CREATE OR REPLACE FUNCTION raise_unit_revision() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF current_setting('vaktman.brings_all', true) = 'yes' THEN
    RETURN NULL;
  END IF;
  UPDATE unit u SET revision = revision + 1
    FROM (SELECT DISTINCT fleet_id, unit_id FROM changed) AS c
    WHERE u.fleet_id = c.fleet_id AND u.unit_id = c.unit_id;
  RETURN NULL;
END $$;

-- Files that were taken in, and what came with each, so that one can be taken back.
CREATE TABLE import_run (
  fleet_id uuid NOT NULL REFERENCES fleet,
  import_id uuid NOT NULL,
  kind text NOT NULL CHECK (kind IN ('units', 'batteries', 'results')),
  file_name text NOT NULL,
  row_count integer NOT NULL,
  -- Batteries that were there already and were told more of, as they stood before.
  corrected jsonb NOT NULL DEFAULT '[]',
  taken_at timestamptz NOT NULL DEFAULT now(),
  undone_at timestamptz,
  PRIMARY KEY (fleet_id, import_id)
);
CREATE TRIGGER import_change_kept AFTER INSERT OR UPDATE OR DELETE ON import_run FOR EACH ROW EXECUTE FUNCTION keep_change('import', 'import_id');
DO $$ DECLARE name text; BEGIN
  FOREACH name IN ARRAY ARRAY['unit', 'battery', 'visit'] LOOP
    EXECUTE format('ALTER TABLE %I ADD COLUMN import_id uuid', name);
    EXECUTE format('ALTER TABLE %I ALTER COLUMN import_id SET DEFAULT nullif(current_setting(''vaktman.import'', true), '''')::uuid', name);
    EXECUTE format('CREATE INDEX %I ON %I (fleet_id, import_id) WHERE import_id IS NOT NULL', name || '_of_import', name);
  END LOOP;
END $$;

-- How a list of some shape was read the last time: by its header, so that the next one of the kind is read alike.
CREATE TABLE import_mapping (
  fleet_id uuid NOT NULL REFERENCES fleet,
  kind text NOT NULL,
  header text NOT NULL,
  map jsonb NOT NULL,
  kept_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (fleet_id, kind, header)
);

-- Addresses at which a program reads a yard's due dates. Whoever knows one may read; only its digest is kept.
CREATE TABLE calendar_address (
  fleet_id uuid NOT NULL,
  yard_id text NOT NULL,
  digest text NOT NULL UNIQUE,
  made_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (fleet_id, yard_id),
  FOREIGN KEY (fleet_id, yard_id) REFERENCES yard
);
