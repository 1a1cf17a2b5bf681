import type { Check } from '../check';
import { type Finding, noticed } from '../finding';
import { type LookedCell, type SetGlyphs, cellPlace } from '../looked-at';

/** Characters that the lettering's font does not have. */
export const glyphs: Check<LookedCell & { glyphs: SetGlyphs }> = {
  codes: ['glyph missing', 'glyph from another font'],
  look(at) {
    const { missing, fallbacks } = at.glyphs;
    if (missing.length === 0 && fallbacks.length === 0) return [];
    const findings: Finding[] = [];
    const add = (code: 'glyph missing' | 'glyph from another font', characters: readonly string[]) => {
      if (characters.length > 0) findings.push(noticed(code, { characters: [...new Set(characters)] }, cellPlace(at)));
    };
    add('glyph missing', missing);
    add(
      'glyph from another font',
      fallbacks.filter((character) => !missing.includes(character)),
    );
    return findings;
  },
};
