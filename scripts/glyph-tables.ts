/** Writes assets/fonts/glyph-tables.json from the shipped fonts; to be run when one of them changes (a test holds it to them). */
import { writeFileSync } from 'node:fs';
import { SHIPPED_FONTS } from '../src/core/lettering/fonts';
import { glyphTableToJson } from '../src/core/lettering/glyph-table';
import { readGlyphTable } from '../src/core/lettering/reading-glyphs';
import { GLYPH_TABLES_FILE, fontFile } from '../src/server/fonts';

const tables = SHIPPED_FONTS.map(({ id }) => glyphTableToJson(readGlyphTable(id, fontFile(id))));
writeFileSync(GLYPH_TABLES_FILE, JSON.stringify(tables));
