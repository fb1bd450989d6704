-- What is taken away is a change of the watch too: a list taken back, a visit discarded, the demo's end.
CREATE TRIGGER unit_removed AFTER DELETE ON unit REFERENCING OLD TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION count_watch_change();
CREATE TRIGGER standing_removed AFTER DELETE ON unit_standing REFERENCING OLD TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION count_watch_change();
CREATE TRIGGER outlook_removed AFTER DELETE ON unit_outlook REFERENCING OLD TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION count_watch_change();
