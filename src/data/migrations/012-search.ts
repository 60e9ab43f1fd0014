/**
 * Search by words in the language of the site, and by any run of letters. `words` is what a text says beside its title and
 * summary. Of very long texts the first quarter of a million letters are looked up as words; all of it as letters.
 */
const HEADING = `lower((title || ' ' || summary) COLLATE "und-x-icu")`;
export const search = {
  name: "012-search",
  statements: [
    "CREATE EXTENSION IF NOT EXISTS pg_trgm",
    "CREATE EXTENSION IF NOT EXISTS btree_gin",
    `CREATE FUNCTION search_language(language text) RETURNS regconfig LANGUAGE sql IMMUTABLE AS $$
      SELECT (CASE left(lower(language), 2)
        WHEN 'ar' THEN 'arabic' WHEN 'da' THEN 'danish' WHEN 'de' THEN 'german' WHEN 'el' THEN 'greek'
        WHEN 'en' THEN 'english' WHEN 'es' THEN 'spanish' WHEN 'fi' THEN 'finnish' WHEN 'fr' THEN 'french'
        WHEN 'hu' THEN 'hungarian' WHEN 'it' THEN 'italian' WHEN 'nl' THEN 'dutch' WHEN 'nb' THEN 'norwegian'
        WHEN 'no' THEN 'norwegian' WHEN 'pt' THEN 'portuguese' WHEN 'ro' THEN 'romanian' WHEN 'ru' THEN 'russian'
        WHEN 'sv' THEN 'swedish' WHEN 'tr' THEN 'turkish' ELSE 'simple' END)::regconfig
    $$`,
    "ALTER TABLE entry ADD COLUMN open_words tsvector, ADD COLUMN all_words tsvector",
    `CREATE FUNCTION entry_words() RETURNS trigger LANGUAGE plpgsql AS $$
      DECLARE
        config regconfig := search_language((SELECT settings->>'language' FROM site WHERE id = NEW.site));
      BEGIN
        NEW.open_words := setweight(to_tsvector(config, NEW.title), 'A') || setweight(to_tsvector(config, NEW.summary), 'B');
        NEW.all_words := NEW.open_words || setweight(to_tsvector(config, left(NEW.words, 250000)), 'C');
        RETURN NEW;
      END
    $$`,
    `CREATE TRIGGER entry_words BEFORE INSERT OR UPDATE OF title, summary, words ON entry
      FOR EACH ROW EXECUTE FUNCTION entry_words()`,
    `UPDATE entry SET words = coalesce(
      (SELECT lower(string_agg(each #>> '{}', ' ') COLLATE "und-x-icu") FROM jsonb_path_query(body, 'strict $.**.text') AS each), '')`,
    "CREATE INDEX entry_all_words ON entry USING gin (site, all_words)",
    `CREATE INDEX entry_heading ON entry USING gin (site, (${HEADING}) gin_trgm_ops)`,
    "CREATE INDEX entry_letters ON entry USING gin (site, words gin_trgm_ops)",
  ],
} as const;
