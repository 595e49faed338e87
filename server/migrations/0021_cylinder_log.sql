-- Every reading of a cylinder that the rack ever held: what was taken between two of them, and when it was changed for another.
CREATE TABLE cylinder_readings (
    gear_id uuid NOT NULL REFERENCES gear (id),
    read_at timestamptz NOT NULL,
    -- the cylinder's fields as they stood then; a reading that is corrected takes the place of the faulty one
    fields jsonb NOT NULL,
    noted_by uuid,
    PRIMARY KEY (gear_id, read_at)
);
CREATE FUNCTION note_reading() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
    moment timestamptz := NEW.changed_at;
BEGIN
    BEGIN
        moment := coalesce((NEW.fields->>'read_at')::timestamptz, moment);
    EXCEPTION WHEN data_exception THEN
        -- a moment that cannot be stands in the rack as a fault of that cylinder; here it is when it was told
        NULL;
    END;
    INSERT INTO cylinder_readings (gear_id, read_at, fields, noted_by) VALUES (NEW.id, moment, NEW.fields, NEW.changed_by)
    ON CONFLICT (gear_id, read_at) DO UPDATE SET fields = EXCLUDED.fields, noted_by = EXCLUDED.noted_by;
    RETURN NULL;
END $$;
CREATE TRIGGER a_reading_is_kept AFTER INSERT OR UPDATE OF fields ON gear
    FOR EACH ROW WHEN (NEW.kind = 'cylinder' AND NEW.fields ?| ARRAY['pressure_kpa', 'gross_kg'])
    EXECUTE FUNCTION note_reading();
INSERT INTO cylinder_readings (gear_id, read_at, fields, noted_by)
    SELECT id, changed_at, fields, changed_by FROM gear
    WHERE kind = 'cylinder' AND fields ?| ARRAY['pressure_kpa', 'gross_kg'];
-- What the open work needs of each gas stands with the figures of its lines: a cache, planned anew.
DELETE FROM line_figures;
ALTER TABLE line_figures
    ADD COLUMN pieces integer NOT NULL,
    ADD COLUMN oxygen_m3 double precision NOT NULL,
    ADD COLUMN fuel text,
    ADD COLUMN fuel_m3 double precision NOT NULL;
