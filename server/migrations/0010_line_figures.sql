-- What lists show of each line, so that reading a page costs what it shows. It may be emptied at any time: it is filled again.
CREATE TABLE line_figures (
    line_id uuid PRIMARY KEY REFERENCES job_lines ON DELETE CASCADE,
    -- what it was planned from: line, job, shop, day, version of the application, card
    key text NOT NULL,
    verdict text NOT NULL,
    time_s double precision NOT NULL,
    card_current boolean NOT NULL
);
-- Raised whenever something changes that every plan of the shop may hang on.
CREATE TABLE shop_stamp (
    one boolean PRIMARY KEY DEFAULT true CHECK (one),
    stamp bigint NOT NULL DEFAULT 0
);
INSERT INTO shop_stamp DEFAULT VALUES;
CREATE FUNCTION raise_shop_stamp() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    UPDATE shop_stamp SET stamp = stamp + 1;
    RETURN NULL;
END $$;
CREATE TRIGGER gear_raises_the_stamp AFTER INSERT OR UPDATE OR DELETE ON gear
    FOR EACH STATEMENT EXECUTE FUNCTION raise_shop_stamp();
CREATE TRIGGER settings_raise_the_stamp AFTER INSERT OR UPDATE OR DELETE ON shop_settings
    FOR EACH STATEMENT EXECUTE FUNCTION raise_shop_stamp();
