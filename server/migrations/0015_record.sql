-- A burn against its plan: where it belongs, and each figure over the one planned with all learned factors at 1. Kept with
-- the burn, so that what is learned later does not move what was done.
ALTER TABLE burns
    ADD COLUMN kerf_m double precision,
    ADD COLUMN oxygen_m3 double precision,
    ADD COLUMN fuel_m3 double precision,
    ADD COLUMN clean_up_s double precision,
    ADD COLUMN process text,
    ADD COLUMN fuel text,
    ADD COLUMN bore_m double precision,
    ADD COLUMN thickness_m double precision,
    ADD COLUMN speed_factor double precision,
    ADD COLUMN start_preheat_factor double precision,
    ADD COLUMN kerf_factor double precision,
    ADD COLUMN oxygen_factor double precision,
    ADD COLUMN fuel_factor double precision,
    ADD COLUMN clean_up_factor double precision;
CREATE INDEX burns_of_fuel ON burns (fuel, happened_at DESC, id DESC) WHERE deleted_at IS NULL;
CREATE INDEX burns_of_person ON burns (person_id, happened_at DESC, id DESC) WHERE deleted_at IS NULL;
CREATE INDEX burns_of_outcome ON burns (outcome, happened_at DESC, id DESC) WHERE deleted_at IS NULL;
CREATE INDEX burns_against_plans ON burns (happened_at, id) WHERE deleted_at IS NULL AND process IS NOT NULL;

-- What a burn said before it was corrected.
CREATE TABLE burn_versions (
    burn_id uuid NOT NULL REFERENCES burns (id),
    version integer NOT NULL,
    was jsonb NOT NULL,
    changed_at timestamptz NOT NULL,
    changed_by uuid,
    PRIMARY KEY (burn_id, version)
);

-- What was learned of each kind, by hands: with the noise it is all of it.
CREATE TABLE learned (
    kind text PRIMARY KEY,
    noise double precision NOT NULL,
    learnt_at timestamptz NOT NULL,
    burns bigint NOT NULL
);
CREATE TABLE learned_leaves (
    kind text NOT NULL REFERENCES learned (kind) ON DELETE CASCADE,
    process text NOT NULL,
    fuel text NOT NULL,
    bore_um integer NOT NULL,
    band smallint NOT NULL,
    hand uuid,
    weight double precision NOT NULL,
    pull double precision NOT NULL,
    n integer NOT NULL
);
CREATE UNIQUE INDEX learned_leaves_once ON learned_leaves
    (kind, process, fuel, bore_um, band, hand) NULLS NOT DISTINCT;

-- What a foreman decided of a factor: it stands as it was, or is not taken.
CREATE TABLE factor_choices (
    id uuid PRIMARY KEY,
    kind text NOT NULL,
    process text,
    fuel text,
    bore_um integer,
    band smallint,
    hand uuid,
    state text NOT NULL CHECK (state IN ('learning', 'frozen', 'refused')),
    median double precision NOT NULL,
    chosen_at timestamptz NOT NULL DEFAULT now(),
    chosen_by uuid
);
CREATE INDEX factor_choices_newest ON factor_choices (kind, chosen_at DESC);
CREATE TRIGGER choices_raise_the_stamp AFTER INSERT ON factor_choices
    FOR EACH STATEMENT EXECUTE FUNCTION raise_shop_stamp();

-- A shop's answer that a rig changed: what was burnt with it before weighs little from then on.
CREATE TABLE rig_changes (
    id uuid PRIMARY KEY,
    job_id uuid NOT NULL REFERENCES jobs (id),
    changed_at timestamptz NOT NULL,
    told_at timestamptz NOT NULL DEFAULT now(),
    told_by uuid
);
CREATE INDEX rig_changes_of_job ON rig_changes (job_id, changed_at);
