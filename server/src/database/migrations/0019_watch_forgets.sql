-- What is taken away shows in the watch too: a list taken back, a visit discarded, the demo's end.
CREATE FUNCTION count_watch_removal() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO watch_revision (fleet_id, writer) SELECT DISTINCT fleet_id, pg_backend_pid() FROM removed
    ON CONFLICT (fleet_id, writer) DO UPDATE SET revision = watch_revision.revision + 1;
  PERFORM pg_notify('vaktman_change', json_build_object('fleetId', fleet_id, 'watch', true)::text) FROM (SELECT DISTINCT fleet_id FROM removed) AS r;
  RETURN NULL;
END $$;
CREATE TRIGGER unit_removed AFTER DELETE ON unit REFERENCING OLD TABLE AS removed FOR EACH STATEMENT EXECUTE FUNCTION count_watch_removal();
CREATE TRIGGER standing_removed AFTER DELETE ON unit_standing REFERENCING OLD TABLE AS removed FOR EACH STATEMENT EXECUTE FUNCTION count_watch_removal();
CREATE TRIGGER outlook_removed AFTER DELETE ON unit_outlook REFERENCING OLD TABLE AS removed FOR EACH STATEMENT EXECUTE FUNCTION count_watch_removal();
