-- The number of the last change of each page that a look holds: what a page sends again after a restart is not done twice.
CREATE TABLE sent (
  look_id     VARCHAR(32)  NOT NULL REFERENCES looks (id) ON DELETE CASCADE,
  page        VARCHAR(40)  NOT NULL,
  n           BIGINT       NOT NULL,
  sent_at     TIMESTAMP    NOT NULL,
  PRIMARY KEY (look_id, page)
);
