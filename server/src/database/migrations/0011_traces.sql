-- Samples of cranks as their instruments wrote them, compressed, apart from the events that tell of them.
CREATE TABLE visit_trace (
  fleet_id uuid NOT NULL,
  event_id uuid NOT NULL,
  visit_id uuid NOT NULL,
  gzip bytea NOT NULL,
  PRIMARY KEY (fleet_id, event_id),
  FOREIGN KEY (fleet_id, event_id) REFERENCES visit_event
);
ALTER TABLE visit_trace ALTER COLUMN gzip SET STORAGE EXTERNAL;
CREATE INDEX visit_event_traced ON visit_event (fleet_id, visit_id) WHERE kind = 'traced';
