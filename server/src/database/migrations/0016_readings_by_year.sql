-- Readings lie by the year in which they were made, told by their ids, which begin with the moment (UUID version 7): a year's
-- tables and indexes are vacuumed, copied and moved to another disk by themselves, and an id is still taken once, whatever the year.
-- Ids without a moment, as files of others bring them, lie in the last part.
ALTER TABLE reading RENAME TO reading_whole;
ALTER INDEX reading_pkey RENAME TO reading_whole_pkey;
ALTER INDEX reading_by_visit RENAME TO reading_whole_by_visit;
CREATE TABLE reading (
  LIKE reading_whole INCLUDING DEFAULTS INCLUDING CONSTRAINTS,
  PRIMARY KEY (fleet_id, reading_id)
) PARTITION BY RANGE (reading_id);

-- The lowest id made in a year.
CREATE FUNCTION first_id_of(year integer) RETURNS uuid LANGUAGE sql IMMUTABLE STRICT AS $$
  SELECT (lpad(to_hex((extract(epoch FROM make_timestamptz(year, 1, 1, 0, 0, 0, 'UTC')) * 1000)::bigint), 12, '0') || repeat('0', 20))::uuid
$$;
DO $$
DECLARE
  first constant integer := 2024;
  last constant integer := 2035;
BEGIN
  EXECUTE format('CREATE TABLE reading_before PARTITION OF reading FOR VALUES FROM (MINVALUE) TO (%L)', first_id_of(first));
  FOR year IN first..last LOOP
    EXECUTE format('CREATE TABLE reading_%s PARTITION OF reading FOR VALUES FROM (%L) TO (%L)', year, first_id_of(year), first_id_of(year + 1));
  END LOOP;
  EXECUTE format('CREATE TABLE reading_other PARTITION OF reading FOR VALUES FROM (%L) TO (MAXVALUE)', first_id_of(last + 1));
END $$;

INSERT INTO reading SELECT * FROM reading_whole;
DROP TABLE reading_whole;
ALTER TABLE reading ADD FOREIGN KEY (fleet_id, visit_id) REFERENCES visit;
CREATE INDEX reading_by_visit ON reading (fleet_id, visit_id, taken_at);
CREATE TRIGGER reading_is_a_fact BEFORE UPDATE OR DELETE ON reading FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER reading_told AFTER INSERT ON reading REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION tell_visit_change();
