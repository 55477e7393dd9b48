-- Kits that are kept on the shelf: of a show, or with no show for all of them. The media they show stand beside by name and hash.
CREATE TABLE kits (
  id          VARCHAR(32)   PRIMARY KEY,
  show_id     VARCHAR(32)   REFERENCES shows (id) ON DELETE CASCADE,
  kept        VARCHAR(40)   NOT NULL,
  revision    INT           NOT NULL,
  name        VARCHAR(200)  NOT NULL,
  document    CLOB          NOT NULL,
  media       CLOB          NOT NULL,
  kept_at     TIMESTAMP     NOT NULL,
  deleted_at  TIMESTAMP
);
CREATE INDEX kits_kept ON kits (kept);
