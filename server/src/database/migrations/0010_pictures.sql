-- Pictures taken in a visit, apart from the events that tell of them: a visit is fetched often, its pictures seldom.
CREATE TABLE visit_picture (
  fleet_id uuid NOT NULL,
  event_id uuid NOT NULL,
  visit_id uuid NOT NULL,
  jpeg bytea NOT NULL,
  PRIMARY KEY (fleet_id, event_id),
  FOREIGN KEY (fleet_id, event_id) REFERENCES visit_event
);
