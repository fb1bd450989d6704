-- What a visit came out as when it was signed, by its sign-off. Kept for good: the method may judge otherwise later on.
CREATE TABLE signed_judgement (
  fleet_id uuid NOT NULL,
  visit_id uuid NOT NULL,
  event_id uuid NOT NULL,
  body jsonb NOT NULL,
  PRIMARY KEY (fleet_id, visit_id, event_id),
  FOREIGN KEY (fleet_id, visit_id) REFERENCES visit
);
