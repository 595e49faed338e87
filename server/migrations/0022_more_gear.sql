-- A carriage with its dial, a set of wires and a heating head are gear too.
ALTER TABLE gear DROP CONSTRAINT gear_kind_check;
ALTER TABLE gear ADD CONSTRAINT gear_kind_check CHECK (kind IN
    ('tip', 'hose', 'regulator', 'arrestor', 'torch', 'cylinder', 'carriage', 'wire_set', 'heating_head'));
