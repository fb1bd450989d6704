-- A battery is in one place at a time and a position is filled once, as before. A whole number that is spread evenly stands
-- first now: long lists are proved several times as fast. What it stands for is compared as well, so that two that share a
-- number are never taken for one.
ALTER TABLE battery_placement
  DROP CONSTRAINT battery_in_one_place,
  DROP CONSTRAINT position_filled_once,
  ADD CONSTRAINT battery_in_one_place EXCLUDE USING gist (
    uuid_hash_extended(battery_id, 0) WITH =, during WITH &&, battery_id WITH =, fleet_id WITH =),
  ADD CONSTRAINT position_filled_once EXCLUDE USING gist (
    hashtextextended(unit_id || position, 0) WITH =, during WITH &&, unit_id WITH =, position WITH =, fleet_id WITH =);

-- What is added by one statement is told by one statement.
CREATE FUNCTION keep_added() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF current_setting('vaktman.tells_nothing', true) = 'yes' THEN
    RETURN NULL;
  END IF;
  INSERT INTO change_entry (fleet_id, person, device, thing, thing_id, unit_id, verb, before, after)
    SELECT (row ->> 'fleet_id')::uuid, coalesce(current_setting('vaktman.person', true), ''),
           coalesce(current_setting('vaktman.device', true), ''), TG_ARGV[0], row ->> TG_ARGV[1], row ->> TG_ARGV[2], 'added', '{}',
           jsonb_strip_nulls(row - ARRAY['fleet_id', 'revision', 'created_at', 'demo'])
    FROM (SELECT to_jsonb(a) AS row FROM added a) AS told;
  RETURN NULL;
END $$;
DROP TRIGGER unit_change_kept ON unit;
DROP TRIGGER battery_change_kept ON battery;
DROP TRIGGER placement_change_kept ON battery_placement;
CREATE TRIGGER unit_change_kept AFTER UPDATE OR DELETE ON unit FOR EACH ROW EXECUTE FUNCTION keep_change('unit', 'unit_id', 'unit_id');
CREATE TRIGGER battery_change_kept AFTER UPDATE OR DELETE ON battery FOR EACH ROW EXECUTE FUNCTION keep_change('battery', 'battery_id');
CREATE TRIGGER placement_change_kept AFTER UPDATE OR DELETE ON battery_placement FOR EACH ROW EXECUTE FUNCTION keep_change('battery', 'battery_id', 'unit_id');
CREATE TRIGGER unit_addition_kept AFTER INSERT ON unit REFERENCING NEW TABLE AS added FOR EACH STATEMENT EXECUTE FUNCTION keep_added('unit', 'unit_id', 'unit_id');
CREATE TRIGGER battery_addition_kept AFTER INSERT ON battery REFERENCING NEW TABLE AS added FOR EACH STATEMENT EXECUTE FUNCTION keep_added('battery', 'battery_id');
CREATE TRIGGER placement_addition_kept AFTER INSERT ON battery_placement REFERENCING NEW TABLE AS added FOR EACH STATEMENT EXECUTE FUNCTION keep_added('battery', 'battery_id', 'unit_id');

-- What a unit looks like.
CREATE TABLE unit_picture (
  fleet_id uuid NOT NULL,
  unit_id text NOT NULL,
  jpeg bytea NOT NULL,
  taken_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (fleet_id, unit_id),
  FOREIGN KEY (fleet_id, unit_id) REFERENCES unit ON DELETE CASCADE ON UPDATE CASCADE
);
CREATE TRIGGER unit_picture_change_kept AFTER INSERT OR UPDATE OR DELETE ON unit_picture FOR EACH ROW EXECUTE FUNCTION keep_told_change('unit', 'unit_id', 'unit_id');

-- Visit files are taken in, and back, as lists are.
ALTER TABLE import_run DROP CONSTRAINT import_run_kind_check;
ALTER TABLE import_run ADD CONSTRAINT import_run_kind_check CHECK (kind IN ('units', 'batteries', 'results', 'visits'));

-- A fleet and a unit may be judged by a crank on the oscilloscope as well.
ALTER TABLE fleet DROP CONSTRAINT fleet_method_profile_check;
ALTER TABLE fleet ADD CONSTRAINT fleet_method_profile_check CHECK (method_profile IN ('pile', 'rested', 'starter', 'conductance', 'capture'));
ALTER TABLE unit DROP CONSTRAINT unit_method_profile_check;
ALTER TABLE unit ADD CONSTRAINT unit_method_profile_check CHECK (method_profile IN ('pile', 'rested', 'starter', 'conductance', 'capture'));
