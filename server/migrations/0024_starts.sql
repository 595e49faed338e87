-- Starts of a burn's cut as it was planned: a tip's life is counted in these. A burn that was held against no plan, and one of
-- before, made one.
ALTER TABLE burns ADD COLUMN starts integer CHECK (starts > 0);
