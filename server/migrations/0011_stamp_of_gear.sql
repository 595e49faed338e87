-- An oxygen cylinder enters no plan of a cut: the gauge that is read at the torch, again and again, leaves the figures of all
-- lines as they are. Every other piece of gear may move them.
CREATE FUNCTION raise_shop_stamp_for_gear() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    IF (TG_OP <> 'DELETE' AND NOT (NEW.kind = 'cylinder' AND NEW.fields->>'gas' = 'oxygen'))
        OR (TG_OP <> 'INSERT' AND NOT (OLD.kind = 'cylinder' AND OLD.fields->>'gas' = 'oxygen'))
    THEN
        UPDATE shop_stamp SET stamp = stamp + 1;
    END IF;
    RETURN NULL;
END $$;
DROP TRIGGER gear_raises_the_stamp ON gear;
CREATE TRIGGER gear_raises_the_stamp AFTER INSERT OR UPDATE OR DELETE ON gear
    FOR EACH ROW EXECUTE FUNCTION raise_shop_stamp_for_gear();
