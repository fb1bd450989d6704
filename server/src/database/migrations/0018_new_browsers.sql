-- A fleet may ask for more than the passphrase at a browser that is not on record: a code from one that is.
ALTER TABLE fleet ADD COLUMN new_browsers text NOT NULL DEFAULT 'passphrase' CHECK (new_browsers IN ('passphrase', 'code'));
-- One code a person at a time, used once.
CREATE TABLE sign_in_code (
  fleet_id uuid NOT NULL,
  person_id text NOT NULL,
  digest text NOT NULL,
  ends_at timestamptz NOT NULL,
  PRIMARY KEY (fleet_id, person_id),
  FOREIGN KEY (fleet_id, person_id) REFERENCES person ON DELETE CASCADE
);
