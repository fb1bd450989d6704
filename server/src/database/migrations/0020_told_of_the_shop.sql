-- Whoever looks is told when the fleet itself, a yard, somebody's name or role, or an instrument is another than before.
-- Argument: what is to be asked for again.
CREATE FUNCTION tell_shop_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('vaktman_change', json_build_object('fleetId', coalesce(NEW.fleet_id, OLD.fleet_id), TG_ARGV[0], true)::text);
  RETURN NULL;
END $$;
CREATE TRIGGER fleet_told AFTER UPDATE ON fleet FOR EACH ROW EXECUTE FUNCTION tell_shop_change('shop');
CREATE TRIGGER yard_told AFTER INSERT OR UPDATE OR DELETE ON yard FOR EACH ROW EXECUTE FUNCTION tell_shop_change('shop');
CREATE TRIGGER person_told AFTER INSERT OR UPDATE OR DELETE ON person FOR EACH ROW EXECUTE FUNCTION tell_shop_change('shop');
CREATE TRIGGER instrument_told AFTER INSERT OR UPDATE OR DELETE ON instrument FOR EACH ROW EXECUTE FUNCTION tell_shop_change('instruments');
