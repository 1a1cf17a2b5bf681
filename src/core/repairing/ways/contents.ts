import type { Repair } from '../../findings/repair';
import { usualDisplay } from '../../property/definition';
import { SHIPPED_FONTS } from '../../lettering/fonts';
import { cleanText } from '../../lettering/clean-text';
import type { Step } from '../../format/steps/step';
import { type WaysOf, placeOf } from '../situation';
import { partsChanged } from './parts';

/** A value that its display cannot write: as values of its property are written otherwise, else as it is. */
export const unwritable: WaysOf<'value cannot be written'> = (situation) => {
  const { property: id, name } = situation.finding.params;
  const property = situation.resources.properties.get(id);
  if (!property) return [];
  const displays = [usualDisplay({ ...property, display: undefined }), { kind: 'text' as const }];
  const place = placeOf(situation);
  if (!place?.cell) return [];
  const { block, cell } = place;
  return [
    displays.map((display): Repair => ({
      kind: { kind: 'shorter display', name, display },
      steps: partsChanged(block, cell, (part) =>
        part.kind === 'linked' && part.property === id ? { ...part, display } : part,
      ),
    })),
  ];
};

/** Characters that the lettering's font lacks: in a font that has them, of this cell alone. */
export const lackingGlyphs: WaysOf<'glyph missing'> = (situation) => {
  const place = placeOf(situation);
  if (!place?.cell) return [];
  const { block, cell } = place;
  const { characters } = situation.finding.params;
  const having = [...situation.resources.fonts].filter(([, { advances }]) =>
    characters.every((one) => [...one].every((character) => advances.has(character.codePointAt(0)!))),
  );
  return [
    having.map(([font]): Repair => ({
      kind: { kind: 'shipped font', font: SHIPPED_FONTS.find(({ id }) => id === font)?.name ?? font },
      steps: [{ op: 'set cell', block: block.id, cell: cell.id, change: { override: { ...cell.override, font } } }],
    })),
  ];
};

/** Characters of which there is nothing to print: out of the caption and of fixed text. */
export const leftOut: WaysOf<'characters left out'> = (situation) => {
  const place = placeOf(situation);
  if (!place?.cell) return [];
  const { block, cell } = place;
  const { caption } = cell;
  const text = caption && cleanText(caption.text).text;
  const captionStep: Step[] =
    caption && text !== caption.text
      ? [{ op: 'set cell', block: block.id, cell: cell.id, change: { caption: { ...caption, text: text! } } }]
      : [];
  const contents = partsChanged(block, cell, (part) =>
    part.kind === 'fixed' ? { ...part, text: cleanText(part.text).text } : part,
  );
  const steps = [...captionStep, ...contents];
  return steps.length > 0 ? [[{ kind: { kind: 'take characters out' }, steps }]] : [];
};

/** One property under two captions: the second cell holds nothing any more. */
export const repeated: WaysOf<'one property under two captions'> = (situation) => {
  const place = placeOf(situation);
  if (!place?.cell) return [];
  const { block, cell } = place;
  return [
    [
      {
        kind: { kind: 'empty the cell' },
        steps: [{ op: 'set cell', block: block.id, cell: cell.id, change: { caption: null, contents: [] } }],
      },
    ],
  ];
};
