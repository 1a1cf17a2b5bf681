import { SHIPPED_FONTS, fontFamily } from '../../src/core/lettering/fonts';
import { setLine } from '../../src/core/lettering/setting';
import { tradeText } from '../../src/core/property/longest';
import { shippedGlyphTables } from '../../src/server/fonts';
import { demoSpecimens } from '../core/demo';
import { Board, expect, test } from './fixtures';

/** Every text of the specimens and trade words of many lengths: a few hundred strings. */
function strings(): string[] {
  const values = demoSpecimens().flatMap((specimen) => [
    specimen.values,
    ...specimen.variants.map((variant) => variant.values),
  ]);
  const seen = values.flatMap((list) => Object.values(list)).filter((value) => typeof value === 'string');
  const made = Array.from({ length: 40 }, (_, i) => tradeText({ type: i % 2 ? 'person' : 'text' }, i + 3));
  return [...new Set([...seen, ...made, 'AVATAR To Yo WAVE', 'fi fl ffi', 'SHEET 2 / 5', '±0,1 ⌀12 µ²'])];
}

test('text is as wide as Chromium sets it, and capitals as high as they are said to be', async ({ page }) => {
  await new Board(page).open();
  const tables = shippedGlyphTables();
  for (const { id } of SHIPPED_FONTS) {
    const texts = strings().filter((text) => setLine(text, id, 5, tables).fallbacks.length === 0);
    expect(texts.length).toBeGreaterThan(90);
    const measured = await page.evaluate(
      async ({ family, list }) => {
        await document.fonts.load(`100px ${family}`);
        const svg = document.querySelector('svg[aria-label=Sheet]')!;
        return list.map((text) => {
          const element = document.createElementNS('http://www.w3.org/2000/svg', 'text');
          element.style.cssText = `font-family:${family};font-size:100px;white-space:pre`;
          element.textContent = text;
          svg.append(element);
          const width = element.getComputedTextLength();
          element.remove();
          return width;
        });
      },
      { family: fontFamily(id), list: texts },
    );
    texts.forEach((text, i) => {
      const line = setLine(text, id, 5, tables);
      const expected = (line.width / line.runs[0]!.emSize) * 100;
      expect(Math.abs(measured[i]! - expected) / expected, `${id}: ${text}`).toBeLessThan(0.005);
    });
    // The first row of pixels that has ink, of an H drawn 1000 px large.
    const capital = await page.evaluate((family) => {
      const canvas = Object.assign(document.createElement('canvas'), { width: 900, height: 1000 }).getContext('2d')!;
      canvas.font = `1000px ${family}`;
      canvas.fillText('H', 50, 1000);
      const { data } = canvas.getImageData(0, 0, 900, 1000);
      const first = data.findIndex((value, i) => i % 4 === 3 && value > 127);
      return (1000 - Math.floor(first / 4 / 900)) / 1000;
    }, fontFamily(id));
    expect(Math.abs(capital * setLine('H', id, 5, tables).runs[0]!.emSize - 5), `${id}: capital height`).toBeLessThan(
      0.05,
    );
  }
});
