-- What a line's figures were planned from, by columns: what is stale is told without making a key for every line of the shop.
DROP TABLE line_figures;
CREATE TABLE line_figures (
    line_id uuid PRIMARY KEY REFERENCES job_lines ON DELETE CASCADE,
    line_version integer NOT NULL,
    job_version integer NOT NULL,
    stamp bigint NOT NULL,
    -- the gear's age in days and the application decide too
    day date NOT NULL,
    app text NOT NULL,
    -- its newest card; a later one takes the row away
    card_id uuid,
    verdict text NOT NULL,
    time_s double precision NOT NULL,
    card_current boolean NOT NULL
);
CREATE FUNCTION forget_figures_of_line() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    DELETE FROM line_figures WHERE line_id = NEW.job_line_id;
    RETURN NULL;
END $$;
CREATE TRIGGER a_card_is_a_new_figure AFTER INSERT ON plans
    FOR EACH ROW WHEN (NEW.job_line_id IS NOT NULL) EXECUTE FUNCTION forget_figures_of_line();
