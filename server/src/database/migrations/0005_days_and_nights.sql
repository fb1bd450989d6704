-- The day, of the fleet's own zone, for which its outlooks were last made whole.
CREATE TABLE outlook_day (
  fleet_id uuid PRIMARY KEY REFERENCES fleet,
  day date NOT NULL
);

-- A night typed in on one screen is shown on the others.
CREATE FUNCTION tell_weather_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('vaktman_change', json_build_object('fleetId', fleet_id, 'weather', true)::text) FROM (SELECT DISTINCT fleet_id FROM changed) AS c;
  RETURN NULL;
END $$;
CREATE TRIGGER night_added AFTER INSERT ON typed_night REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION tell_weather_change();
CREATE TRIGGER night_changed AFTER UPDATE ON typed_night REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION tell_weather_change();
CREATE TRIGGER night_taken_away AFTER DELETE ON typed_night REFERENCING OLD TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION tell_weather_change();
