-- What somebody might do at any moment: what they recorded is held to their role as it was then.
CREATE TABLE person_role (
  fleet_id uuid NOT NULL,
  person_id text NOT NULL,
  role text NOT NULL,
  from_at timestamptz NOT NULL,
  PRIMARY KEY (fleet_id, person_id, from_at),
  FOREIGN KEY (fleet_id, person_id) REFERENCES person ON DELETE CASCADE
);
INSERT INTO person_role (fleet_id, person_id, role, from_at) SELECT fleet_id, person_id, role, '-infinity' FROM person;
CREATE FUNCTION keep_person_role() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO person_role (fleet_id, person_id, role, from_at)
  VALUES (NEW.fleet_id, NEW.person_id, NEW.role, CASE TG_OP WHEN 'INSERT' THEN '-infinity' ELSE now() END)
  ON CONFLICT (fleet_id, person_id, from_at) DO UPDATE SET role = excluded.role;
  RETURN NULL;
END $$;
-- A whole record that is brought here has its own.
CREATE TRIGGER person_role_began AFTER INSERT ON person FOR EACH ROW
  WHEN (current_setting('vaktman.brings_all', true) IS DISTINCT FROM 'yes') EXECUTE FUNCTION keep_person_role();
CREATE TRIGGER person_role_kept AFTER UPDATE OF role ON person FOR EACH ROW WHEN (NEW.role <> OLD.role) EXECUTE FUNCTION keep_person_role();

-- Public halves of the keys devices sign what they record with. The other half never leaves the device.
CREATE TABLE device_key (
  fleet_id uuid NOT NULL,
  key_name text NOT NULL,
  device_id uuid NOT NULL,
  public_key text NOT NULL,
  told_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (fleet_id, key_name),
  FOREIGN KEY (fleet_id, device_id) REFERENCES device ON DELETE CASCADE
);
CREATE INDEX device_key_of_device ON device_key (fleet_id, device_id);
CREATE TRIGGER device_key_change_kept AFTER INSERT ON device_key FOR EACH ROW EXECUTE FUNCTION keep_told_change('device', 'device_id');

-- Who made a fact and how that is known: {"person", "device", "key", "way", "signature"}; null for what came before, or from a file.
ALTER TABLE visit ADD COLUMN seal jsonb;
ALTER TABLE reading ADD COLUMN seal jsonb;
ALTER TABLE visit_event ADD COLUMN seal jsonb;

-- Facts a lead is to confirm: it counts like any other, and is told apart until then.
CREATE TABLE entry_doubt (
  fleet_id uuid NOT NULL,
  entry_id uuid NOT NULL,
  visit_id uuid NOT NULL,
  unit_id text NOT NULL,
  -- What the entry says made it, and why that is not certain.
  person text NOT NULL,
  why text NOT NULL CHECK (why <> ''),
  doubted_at timestamptz NOT NULL DEFAULT now(),
  confirmed_by text,
  confirmed_at timestamptz,
  PRIMARY KEY (fleet_id, entry_id),
  FOREIGN KEY (fleet_id, visit_id) REFERENCES visit ON DELETE CASCADE,
  CHECK ((confirmed_by IS NULL) = (confirmed_at IS NULL))
);
CREATE INDEX entry_doubt_open ON entry_doubt (fleet_id, visit_id) WHERE confirmed_at IS NULL;
CREATE TRIGGER doubt_change_kept AFTER UPDATE ON entry_doubt FOR EACH ROW EXECUTE FUNCTION keep_told_change('visit', 'visit_id', 'unit_id');
