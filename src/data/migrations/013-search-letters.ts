/**
 * Search looks at letters without their accents, and at phrases: what it looks through is kept without them, as what is
 * looked for is written. Accents are the combining marks U+0300 to U+036F of what is taken apart (Unicode Standard Annex
 * #15, NFD); letters of other scripts keep theirs.
 */
export const searchLetters = {
  name: "013-search-letters",
  statements: [
    `CREATE FUNCTION plain_letters(said text) RETURNS text LANGUAGE sql IMMUTABLE STRICT PARALLEL SAFE AS $$
      SELECT normalize(regexp_replace(normalize(lower(said COLLATE "und-x-icu"), NFD), '[\\u0300-\\u036f]', '', 'g'), NFC)
    $$`,
    "ALTER TABLE entry ADD COLUMN title_letters text NOT NULL DEFAULT '', ADD COLUMN open_letters text NOT NULL DEFAULT ''",
    `CREATE OR REPLACE FUNCTION entry_words() RETURNS trigger LANGUAGE plpgsql AS $$
      DECLARE
        config regconfig := search_language((SELECT settings->>'language' FROM site WHERE id = NEW.site));
      BEGIN
        NEW.words := plain_letters(NEW.words);
        NEW.title_letters := plain_letters(NEW.title);
        NEW.open_letters := NEW.title_letters || chr(10) || plain_letters(NEW.summary);
        NEW.open_words := setweight(to_tsvector(config, NEW.title_letters), 'A')
          || setweight(to_tsvector(config, plain_letters(NEW.summary)), 'B');
        NEW.all_words := NEW.open_words || setweight(to_tsvector(config, left(NEW.words, 250000)), 'C');
        RETURN NEW;
      END
    $$`,
    "DROP INDEX entry_heading",
    "UPDATE entry SET words = words",
    "CREATE INDEX entry_heading ON entry USING gin (site, open_letters gin_trgm_ops)",
  ],
} as const;
