-- Who may come in, by which door, and what each did. No secret stands here in the clear but the one of the second factor,
-- which its codes are computed from: passwords and PINs as argon2 hashes, keys of sessions, tokens, tablets and invitations as
-- SHA-256 of 32 random bytes.

-- What a person may do: server/src/doors/rights.rs says what. Who was here before there were doors works on; nobody of them owns.
ALTER TABLE people
    ADD COLUMN role text NOT NULL DEFAULT 'torch_hand'
        CHECK (role IN ('owner', 'foreman', 'planner', 'torch_hand', 'crib_keeper', 'viewer')),
    -- kept for the record when the name is removed
    ADD COLUMN number integer GENERATED ALWAYS AS IDENTITY,
    -- an invented person, who comes in by the demo's door
    ADD COLUMN demo boolean NOT NULL DEFAULT false;

-- The last owner stays one, also when two owners take each other's place away at once.
CREATE FUNCTION keep_an_owner() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    PERFORM pg_advisory_xact_lock(8314303);
    IF NOT EXISTS (SELECT 1 FROM people WHERE role = 'owner' AND deleted_at IS NULL) THEN
        RAISE EXCEPTION 'the last owner' USING ERRCODE = 'GV001';
    END IF;
    RETURN NULL;
END
$$;
CREATE TRIGGER an_owner_is_left AFTER UPDATE ON people FOR EACH ROW
    WHEN (OLD.role = 'owner' AND OLD.deleted_at IS NULL AND (NEW.role <> 'owner' OR NEW.deleted_at IS NOT NULL))
    EXECUTE FUNCTION keep_an_owner();

CREATE TABLE credentials (
    person_id uuid PRIMARY KEY REFERENCES people (id),
    password text,
    pin text,
    -- wrong PINs since the last right one: too many and it is locked until it is set anew
    pin_wrong integer NOT NULL DEFAULT 0,
    totp_secret bytea,
    -- null while the second factor was not tried yet
    totp_since timestamptz,
    -- the last time step whose code was taken: none is taken twice
    totp_step bigint NOT NULL DEFAULT 0
);

CREATE TABLE recovery_codes (
    hash bytea PRIMARY KEY,
    person_id uuid NOT NULL REFERENCES people (id),
    used_at timestamptz
);

-- What a browser or a key of the person's holds: the public half.
CREATE TABLE passkeys (
    id uuid PRIMARY KEY,
    person_id uuid NOT NULL REFERENCES people (id),
    name text NOT NULL,
    credential jsonb NOT NULL,
    made_at timestamptz NOT NULL DEFAULT now(),
    seen_at timestamptz
);
CREATE INDEX passkeys_of_person ON passkeys (person_id);

-- What was asked of a browser and not answered yet.
CREATE TABLE passkey_states (
    id uuid PRIMARY KEY,
    person_id uuid NOT NULL REFERENCES people (id),
    state jsonb NOT NULL,
    made_at timestamptz NOT NULL DEFAULT now()
);

CREATE TABLE devices (
    id uuid PRIMARY KEY,
    name text NOT NULL,
    place text NOT NULL DEFAULT '',
    key_hash bytea NOT NULL UNIQUE,
    made_at timestamptz NOT NULL DEFAULT now(),
    made_by uuid REFERENCES people (id),
    seen_at timestamptz,
    -- how far its clock stands ahead of the server's
    clock_ahead_s double precision,
    revoked_at timestamptz,
    revoked_by uuid REFERENCES people (id)
);

CREATE TABLE sessions (
    id uuid PRIMARY KEY,
    key_hash bytea NOT NULL UNIQUE,
    person_id uuid NOT NULL REFERENCES people (id),
    device_id uuid REFERENCES devices (id),
    door text NOT NULL,
    browser text NOT NULL DEFAULT '',
    made_at timestamptz NOT NULL DEFAULT now(),
    seen_at timestamptz NOT NULL DEFAULT now(),
    ended_at timestamptz
);
CREATE INDEX sessions_of_person ON sessions (person_id) WHERE ended_at IS NULL;

CREATE TABLE tokens (
    id uuid PRIMARY KEY,
    hash bytea NOT NULL UNIQUE,
    person_id uuid NOT NULL REFERENCES people (id),
    name text NOT NULL,
    -- read: what its person may look at, and nothing else
    scope text NOT NULL CHECK (scope IN ('all', 'read')),
    made_at timestamptz NOT NULL DEFAULT now(),
    made_by uuid REFERENCES people (id),
    seen_at timestamptz,
    revoked_at timestamptz
);

-- A link that lets one person set a password: when they come, when they forgot it.
CREATE TABLE invitations (
    hash bytea PRIMARY KEY,
    person_id uuid NOT NULL REFERENCES people (id),
    made_at timestamptz NOT NULL DEFAULT now(),
    made_by uuid REFERENCES people (id),
    ends_at timestamptz NOT NULL,
    used_at timestamptz
);

-- The code that is printed once while a shop has no owner.
CREATE TABLE setup_codes (
    hash bytea PRIMARY KEY,
    made_at timestamptz NOT NULL DEFAULT now(),
    used_at timestamptz
);

-- Wrong tries, under a hash of the name, tablet or address that was tried.
CREATE TABLE tries (
    about bytea NOT NULL,
    at timestamptz NOT NULL DEFAULT clock_timestamp()
);
CREATE INDEX tries_newest ON tries (about, at DESC);
CREATE INDEX tries_old ON tries (at);

-- Who may work with what, beside the role. Nothing said (null) means any.
CREATE TABLE clearances (
    id uuid PRIMARY KEY,
    person_id uuid NOT NULL REFERENCES people (id),
    fuel text,
    thickness_to_m double precision CHECK (thickness_to_m > 0),
    process text,
    until date,
    -- given at the torch for this once, against what the record said
    override_because text NOT NULL DEFAULT '',
    withdrawn_at timestamptz,
    withdrawn_by uuid,
    withdrawn_because text NOT NULL DEFAULT '',
    made_from jsonb NOT NULL,
    version integer NOT NULL DEFAULT 1,
    made_at timestamptz NOT NULL DEFAULT now(),
    made_by uuid,
    changed_at timestamptz NOT NULL DEFAULT now(),
    changed_by uuid,
    deleted_at timestamptz
);
CREATE INDEX clearances_of_person ON clearances (person_id) WHERE deleted_at IS NULL;

-- Whether it is known who did it: a session of theirs sent it. A tablet without a session names a person who chose a name.
ALTER TABLE run_events
    ADD COLUMN verified boolean NOT NULL DEFAULT false,
    ADD COLUMN device_id uuid,
    -- the tablet had been revoked when it sent this
    ADD COLUMN from_revoked boolean NOT NULL DEFAULT false;
ALTER TABLE burns
    ADD COLUMN verified boolean NOT NULL DEFAULT false;

-- What happened at the doors and to the people: rows are added and never changed, each carries the hash of the one before.
CREATE TABLE audit (
    number bigint PRIMARY KEY,
    at timestamptz NOT NULL,
    person_id uuid,
    device_id uuid,
    what text NOT NULL,
    about jsonb NOT NULL,
    hash bytea NOT NULL
);

CREATE FUNCTION audit_hash(previous bytea, entry audit) RETURNS bytea LANGUAGE sql STABLE AS $$
    SELECT sha256(coalesce(previous, ''::bytea) || convert_to(concat_ws(E'\x1f', entry.number,
        extract(epoch FROM entry.at), entry.person_id, entry.device_id, entry.what, entry.about::text), 'UTF8'))
$$;

CREATE FUNCTION chain_audit() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
    last audit;
BEGIN
    PERFORM pg_advisory_xact_lock(8314302);
    SELECT * INTO last FROM audit ORDER BY number DESC LIMIT 1;
    NEW.number := coalesce(last.number, 0) + 1;
    NEW.at := clock_timestamp();
    NEW.hash := audit_hash(last.hash, NEW);
    RETURN NEW;
END
$$;
CREATE TRIGGER audit_is_chained BEFORE INSERT ON audit
    FOR EACH ROW EXECUTE FUNCTION chain_audit();

CREATE FUNCTION refuse_audit_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    RAISE EXCEPTION 'the audit trail is only added to';
END
$$;
CREATE TRIGGER audit_is_added_to BEFORE UPDATE OR DELETE ON audit
    FOR EACH STATEMENT EXECUTE FUNCTION refuse_audit_change();
