import type { Repair } from '../../findings/repair';
import { askedFor } from '../../format/asked';
import type { AskedValue, Block, Cell, FormatDocument, Part } from '../../format/document';
import { lengthAt } from '../../format/length-value';
import type { Step } from '../../format/steps/step';
import type { PropertyDefinition } from '../../property/definition';
import { tradeText } from '../../property/longest';
import { matchedName } from '../../property/names';
import { GIVEN_ON_DRAWINGS, SUPPLIED } from '../../property/supplied';
import type { Resources } from '../../scene/resources';
import { type Situation, type Way, type WaysOf, placeOf } from '../situation';
import { partsChanged } from './parts';

/** The step that asks for a property of drawings that nothing gives otherwise, with a sample for proofs. */
function askingFor(property: PropertyDefinition, { document: { asked }, resources }: Situation): Step[] {
  const known = asked.some((one) => (one.property ?? one.key) === property.id);
  if (property.source !== 'drawing' || known || GIVEN_ON_DRAWINGS.has(property.id)) return [];
  return [{ op: 'set asked', asked: [...asked, { ...askedFor(property), ...sampleFor(property, resources) }] }];
}

/** What an asked value prints in proofs: a value on record, else one of its kind. */
function sampleFor(property: PropertyDefinition, { seen }: Resources): Pick<AskedValue, 'sample' | 'default'> {
  if (property.type === 'date') return { default: 'today' };
  const [known] = seen.get(property.id) ?? property.choices ?? [];
  if (known !== undefined) return { sample: known };
  return property.type === 'text' || property.type === 'person'
    ? { sample: tradeText(property, Math.min(property.length ?? 16, 16)) }
    : {};
}

const isEmpty = (cell: Cell): boolean => !cell.caption?.text.trim() && cell.contents.length === 0;

/** Data that a title block lacks: in an empty cell, the widest first, else in a row of its own. */
export const lackingData: WaysOf<'required data missing'> = (situation) => {
  const { document, resources, finding, report } = situation;
  const property = resources.properties.get(finding.params.datum);
  const block = placeOf(situation)?.block;
  if (!property || !block) return [];
  const asking = askingFor(property, situation);
  const width = (cell: Cell) => report.cells.find(({ id }) => id === cell.id)?.box.width ?? 0;
  const into = block.cells
    .filter(isEmpty)
    .toSorted((a, b) => width(b) - width(a))
    .map((cell): Repair => ({
      kind: { kind: 'add data', name: property.name, into: 'empty cell' },
      steps: [...asking, filling(block, cell.id, property, document, cell.place)],
    }));
  return [into, rowFor(situation, block, property, asking)];
};

/** A cell that shows a property under its name, lettered as the other cells of its block are. */
function filling(
  block: Block,
  cell: string,
  property: PropertyDefinition,
  { letterings }: FormatDocument,
  place: Cell['place'],
): Step {
  const like = block.cells.find(({ caption }) => caption);
  const text = property.name.toUpperCase().slice(0, 120);
  const caption = like?.caption ?? {
    lettering: letterings[0]!.id,
    place: { across: 'left' as const, up: 'top' as const, inset: { x: 0.8, y: 0.8 } },
  };
  const { forThePen: _, ...shown } = { text: '', forThePen: undefined, ...caption };
  return {
    op: 'set cell',
    block: block.id,
    cell,
    change: {
      caption: { ...shown, text },
      contents: [{ parts: [{ kind: 'linked', property: property.id }] }],
      ...(like ? { lettering: like.lettering, place: like.place, fit: like.fit } : { place }),
    },
  };
}

/** A row at the upper edge of the block, as high as its lowest row, with the property in its widest cell. */
function rowFor(
  { document, proof, newId }: Situation,
  block: Block,
  property: PropertyDefinition,
  asking: Step[],
): Way {
  const { sizeId } = proof.request;
  if (block.grow) return [];
  const heights = block.rows.flatMap((row) => ('size' in row ? [lengthAt(row.size, sizeId)] : []));
  if (heights.length === 0) return [];
  const cellIds = block.columns.map(() => newId());
  const sizes = block.columns.map((column) =>
    'size' in column ? lengthAt(column.size, sizeId) : lengthAt(column.least ?? 40, sizeId),
  );
  const widest = sizes.indexOf(Math.max(...sizes));
  const place = block.cells[0]!.place;
  return [
    {
      kind: { kind: 'add data', name: property.name, into: 'new row' },
      steps: [
        ...asking,
        {
          op: 'insert track',
          block: block.id,
          axis: 'row',
          at: 0,
          track: { id: newId(), size: Math.min(...heights.filter((height) => height >= 6), ...heights.slice(0, 1)) },
          cellIds,
        },
        filling(block, cellIds[widest]!, property, document, place),
      ],
    },
  ];
}

/** A value that is printed and that nobody is asked for: asked for. */
export const nobodyAsked: WaysOf<'nobody is asked'> = (situation) => {
  const { property: id, name } = situation.finding.params;
  const property = situation.resources.properties.get(id);
  return property ? [[{ kind: { kind: 'ask for it', name }, steps: askingFor(property, situation) }]] : [];
};

/** A value that nothing gives: asked for, left to the pen, or printed as nothing without a word. */
export const noValue: WaysOf<'no value'> = (situation) => {
  const { document, resources, finding } = situation;
  const { property: id, name } = finding.params;
  const property = resources.properties.get(id);
  const place = placeOf(situation);
  const asking = property ? askingFor(property, situation) : [];
  const ask: Way = property && asking.length > 0 ? [{ kind: { kind: 'ask for it', name }, steps: asking }] : [];
  if (!place?.cell) return [ask];
  const { block, cell } = place;
  const missing = (print: 'nothing' | 'pen line'): Repair[] => {
    const steps = partsChanged(block, cell, (part) =>
      part.kind === 'linked' && part.property === id ? { ...part, missing: { print, report: false } } : part,
    );
    const asked = document.asked.map((one) => (one.key === id ? { ...one, missing: { print, report: false } } : one));
    const isAsked = document.asked.some(({ key }) => key === id);
    return [
      {
        kind: { kind: print === 'nothing' ? 'nothing where missing' : 'pen line where missing', name },
        steps: [...steps, ...(isAsked ? [{ op: 'set asked' as const, asked }] : [])],
      },
    ];
  };
  return [ask, missing('pen line'), missing('nothing')];
};

/** A caption with nothing behind it: the property that has its name. */
export const emptyCaption: WaysOf<'nothing behind a caption'> = (situation) => {
  const place = placeOf(situation);
  const { resources } = situation;
  const text = matchedName(place?.cell?.caption?.text ?? '');
  if (!place?.cell || text === '') return [];
  const { block, cell } = place;
  const named = [...resources.properties.values()].filter(({ name, aliases }) =>
    [name, ...aliases].some((one) => matchedName(one) === text),
  );
  return [
    named.map((property): Repair => ({
      kind: { kind: 'link by caption', name: property.name },
      steps: [
        ...askingFor(property, situation),
        {
          op: 'set cell',
          block: block.id,
          cell: cell.id,
          change: { contents: [{ parts: [{ kind: 'linked', property: property.id }] }] },
        },
      ],
    })),
  ];
};

/** What is asked for twice: the first of the two stands in every cell. */
export const askedTwice: WaysOf<'asked twice'> = ({ document, finding }) => {
  const { key, name } = finding.params;
  const twice = document.asked.find((one) => one.key === key);
  if (!twice) return [];
  const first = document.asked.find(
    (one) =>
      one !== twice &&
      ((one.property ?? one.key) === (twice.property ?? twice.key) || matchedName(one.name) === matchedName(name)),
  );
  if (!first) return [];
  return [
    [
      {
        kind: { kind: 'ask once', name: first.name },
        steps: [
          ...everywhere(document, (part) =>
            part.kind === 'asked' && part.asked === key ? { ...part, asked: first.key } : part,
          ),
          { op: 'set asked', asked: document.asked.filter((one) => one.key !== key) },
        ],
      },
    ],
  ];
};

/** A revision that is asked for: linked to the newest row instead, and asked for no more. */
export const askedRevision: WaysOf<'revision asked for'> = ({ document, finding }) => {
  const asked = document.asked.find(({ name }) => name === finding.params.name);
  if (!asked) return [];
  return [
    [
      {
        kind: { kind: 'link' },
        steps: [
          ...everywhere(document, (part) =>
            part.kind === 'asked' && part.asked === asked.key ? { kind: 'linked', property: SUPPLIED.revision } : part,
          ),
          { op: 'set asked', asked: document.asked.filter((one) => one !== asked) },
        ],
      },
    ],
  ];
};

/** The steps that change the parts of cells, of those cells alone that it changes. */
const everywhere = ({ blocks }: FormatDocument, change: (part: Part) => Part): Step[] =>
  blocks.flatMap((block) => block.cells.flatMap((cell) => partsChanged(block, cell, change)));
