-- The run sheet of a show: each state that it had, so that a change can be taken back; head is the one that holds.
CREATE TABLE sheets (
  show_id     VARCHAR(32)  PRIMARY KEY REFERENCES shows (id) ON DELETE CASCADE,
  head        BIGINT       NOT NULL,
  version     BIGINT       NOT NULL
);
CREATE TABLE sheet_states (
  show_id     VARCHAR(32)  NOT NULL REFERENCES shows (id) ON DELETE CASCADE,
  n           BIGINT       NOT NULL,
  document    CLOB         NOT NULL,
  changed_at  TIMESTAMP    NOT NULL,
  PRIMARY KEY (show_id, n)
);
-- Where the evening is, with when each of its cues began, is more than a name.
ALTER TABLE house ALTER COLUMN content SET DATA TYPE VARCHAR(32000);
