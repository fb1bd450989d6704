-- Owners and drivers see, and change nothing.
ALTER TABLE person DROP CONSTRAINT person_role_check;
ALTER TABLE person ADD CONSTRAINT person_role_check CHECK (role IN ('viewer', 'trainee', 'technician', 'lead'));

-- Browsers people sign in on. A shared one was enrolled by a lead, and people switch on it by PIN.
CREATE TABLE device (
  fleet_id uuid NOT NULL REFERENCES fleet ON DELETE CASCADE,
  device_id uuid NOT NULL,
  name text NOT NULL CHECK (name <> ''),
  shared boolean NOT NULL,
  -- Of what the browser carries only the digest is kept.
  digest text NOT NULL UNIQUE,
  enrolled_by text NOT NULL,
  enrolled_at timestamptz NOT NULL DEFAULT now(),
  ended_at timestamptz,
  PRIMARY KEY (fleet_id, device_id)
);

-- What somebody signs in with, hashed by Argon2id. Demo people's words are made up and are shown as well.
CREATE TABLE sign_in_word (
  fleet_id uuid NOT NULL,
  person_id text NOT NULL,
  kind text NOT NULL CHECK (kind IN ('passphrase', 'pin')),
  hash text NOT NULL,
  shown text,
  set_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (fleet_id, person_id, kind),
  FOREIGN KEY (fleet_id, person_id) REFERENCES person ON DELETE CASCADE
);

-- Wrong words in a row, by whoever's name was tried, known here or not.
CREATE TABLE sign_in_try (
  fleet_id uuid NOT NULL REFERENCES fleet ON DELETE CASCADE,
  kind text NOT NULL CHECK (kind IN ('passphrase', 'pin')),
  who text NOT NULL,
  wrong integer NOT NULL,
  waits_until timestamptz,
  tried_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (fleet_id, kind, who)
);

CREATE TABLE session (
  session_id uuid PRIMARY KEY,
  fleet_id uuid NOT NULL,
  person_id text NOT NULL,
  device_id uuid NOT NULL,
  digest text NOT NULL UNIQUE,
  by_pin boolean NOT NULL,
  began_at timestamptz NOT NULL DEFAULT now(),
  ends_at timestamptz NOT NULL,
  -- Until when the passphrase, given once more, stands for what asks for it.
  confirmed_until timestamptz,
  FOREIGN KEY (fleet_id, person_id) REFERENCES person ON DELETE CASCADE,
  FOREIGN KEY (fleet_id, device_id) REFERENCES device ON DELETE CASCADE
);
CREATE INDEX session_of_person ON session (fleet_id, person_id);
CREATE INDEX session_of_device ON session (fleet_id, device_id, began_at DESC);

-- Programs that ask without a person, within scopes.
CREATE TABLE program_key (
  fleet_id uuid NOT NULL REFERENCES fleet ON DELETE CASCADE,
  key_id uuid NOT NULL,
  name text NOT NULL CHECK (name <> ''),
  scopes text[] NOT NULL CHECK (scopes <> '{}' AND scopes <@ ARRAY['read', 'import', 'calendar']),
  digest text NOT NULL UNIQUE,
  made_by text NOT NULL,
  made_at timestamptz NOT NULL DEFAULT now(),
  used_at timestamptz,
  ended_at timestamptz,
  PRIMARY KEY (fleet_id, key_id)
);

-- Links that let somebody choose words, once: for one person, or for a lead where there is none who can sign in.
CREATE TABLE sign_in_link (
  digest text PRIMARY KEY,
  fleet_id uuid,
  person_id text,
  made_at timestamptz NOT NULL DEFAULT now(),
  ends_at timestamptz NOT NULL,
  FOREIGN KEY (fleet_id, person_id) REFERENCES person ON DELETE CASCADE
);

-- What is secret, or changes with every use, is not told with a change; that a word was chosen anew is, by its moment.
CREATE FUNCTION keep_told_change() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  unsaid text[] := ARRAY['fleet_id', 'digest', 'hash', 'shown', 'used_at', 'jpeg'];
  was jsonb := CASE WHEN TG_OP = 'INSERT' THEN '{}' ELSE jsonb_strip_nulls(to_jsonb(OLD) - unsaid) END;
  is_now jsonb := CASE WHEN TG_OP = 'DELETE' THEN '{}' ELSE jsonb_strip_nulls(to_jsonb(NEW) - unsaid) END;
  named jsonb := CASE WHEN TG_OP = 'DELETE' THEN to_jsonb(OLD) ELSE to_jsonb(NEW) END;
BEGIN
  IF was = is_now OR current_setting('vaktman.tells_nothing', true) = 'yes' THEN
    RETURN NULL;
  END IF;
  INSERT INTO change_entry (fleet_id, person, device, thing, thing_id, unit_id, verb, before, after) VALUES (
    (named ->> 'fleet_id')::uuid,
    coalesce(current_setting('vaktman.person', true), ''),
    coalesce(current_setting('vaktman.device', true), ''),
    TG_ARGV[0], named ->> TG_ARGV[1], named ->> TG_ARGV[2],
    CASE TG_OP WHEN 'INSERT' THEN 'added' WHEN 'UPDATE' THEN 'changed' ELSE 'removed' END, was, is_now);
  RETURN NULL;
END $$;
CREATE TRIGGER device_change_kept AFTER INSERT OR UPDATE OR DELETE ON device FOR EACH ROW EXECUTE FUNCTION keep_told_change('device', 'device_id');
CREATE TRIGGER word_change_kept AFTER INSERT OR UPDATE ON sign_in_word FOR EACH ROW EXECUTE FUNCTION keep_told_change('person', 'person_id');
CREATE TRIGGER key_change_kept AFTER INSERT OR UPDATE OR DELETE ON program_key FOR EACH ROW EXECUTE FUNCTION keep_told_change('key', 'key_id');

-- Whoever leaves, or is given another role, is signed out everywhere at once; so is whoever works on a device that ends.
CREATE FUNCTION end_sessions() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_TABLE_NAME = 'person' THEN
    DELETE FROM session WHERE fleet_id = NEW.fleet_id AND person_id = NEW.person_id;
  ELSE
    DELETE FROM session WHERE fleet_id = NEW.fleet_id AND device_id = NEW.device_id;
  END IF;
  RETURN NULL;
END $$;
CREATE TRIGGER person_is_signed_out AFTER UPDATE ON person FOR EACH ROW
  WHEN (NEW.role <> OLD.role OR (NEW.ended_at IS NOT NULL AND OLD.ended_at IS NULL)) EXECUTE FUNCTION end_sessions();
CREATE TRIGGER device_is_signed_out AFTER UPDATE ON device FOR EACH ROW
  WHEN (NEW.ended_at IS NOT NULL AND OLD.ended_at IS NULL) EXECUTE FUNCTION end_sessions();

-- Two leads ask before a third one, who lost the passphrase, is given a link.
CREATE TABLE lead_link_ask (
  fleet_id uuid NOT NULL,
  person_id text NOT NULL,
  asked_by text NOT NULL,
  asked_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (fleet_id, person_id, asked_by),
  FOREIGN KEY (fleet_id, person_id) REFERENCES person ON DELETE CASCADE
);
