-- Pictures, each kept once by the hash of the file it was read from: outlines or pixels, as JSON.
CREATE TABLE pictures (
  hash CHAR(64) NOT NULL PRIMARY KEY,
  name VARCHAR(200) NOT NULL,
  kind ENUM('vector', 'raster') NOT NULL,
  picture LONGTEXT NOT NULL,
  created_at TIMESTAMP NOT NULL DEFAULT CURRENT_TIMESTAMP
) ENGINE = InnoDB;
