-- Colours follow the device until a person chooses.
ALTER TABLE account DROP CONSTRAINT account_theme_check;
ALTER TABLE account ADD CONSTRAINT account_theme_check CHECK (theme IN ('SYSTEM', 'LIGHT', 'DARK'));
ALTER TABLE account ALTER COLUMN theme SET DEFAULT 'SYSTEM';
