-- Giving the passphrase once more gives the browser a new secret too; the one before stands for what is under way, for moments.
ALTER TABLE session ADD COLUMN before_digest text UNIQUE, ADD COLUMN before_until timestamptz;
