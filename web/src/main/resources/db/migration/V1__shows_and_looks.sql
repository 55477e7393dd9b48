-- A show owns looks and media; a look is its document as JSON and the log of edits that made it.
CREATE TABLE shows (
  id          VARCHAR(32)  PRIMARY KEY,
  name        VARCHAR(200) NOT NULL,
  -- The sound it plays to: a row of media, or null for the house band.
  sound       VARCHAR(32),
  created_at  TIMESTAMP    NOT NULL,
  deleted_at  TIMESTAMP
);

CREATE TABLE looks (
  id          VARCHAR(32)  PRIMARY KEY,
  show_id     VARCHAR(32)  NOT NULL REFERENCES shows (id) ON DELETE CASCADE,
  name        VARCHAR(200) NOT NULL,
  place       INT          NOT NULL,
  document    CLOB         NOT NULL,
  head        BIGINT       NOT NULL,
  picture     BLOB,
  created_at  TIMESTAMP    NOT NULL,
  changed_at  TIMESTAMP    NOT NULL,
  deleted_at  TIMESTAMP
);

-- Entry n turns document n-1 into document n; head in looks says where undo and redo have left it.
CREATE TABLE edits (
  look_id     VARCHAR(32)  NOT NULL REFERENCES looks (id) ON DELETE CASCADE,
  n           BIGINT       NOT NULL,
  forward     CLOB         NOT NULL,
  inverse     CLOB         NOT NULL,
  PRIMARY KEY (look_id, n)
);

-- Bytes live beside the database, named by their hash.
CREATE TABLE media (
  id          VARCHAR(32)  PRIMARY KEY,
  show_id     VARCHAR(32)  NOT NULL REFERENCES shows (id) ON DELETE CASCADE,
  name        VARCHAR(200) NOT NULL,
  hash        VARCHAR(64)  NOT NULL,
  bytes       BIGINT       NOT NULL,
  seconds     DOUBLE PRECISION NOT NULL,
  created_at  TIMESTAMP    NOT NULL
);

-- What the house remembers between starts: which look is on stage.
CREATE TABLE house (
  name        VARCHAR(40)  PRIMARY KEY,
  content     VARCHAR(200) NOT NULL
);
