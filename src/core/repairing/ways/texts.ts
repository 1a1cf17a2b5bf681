import type { Repair } from '../../findings/repair';
import { leastIn } from '../../findings/checks/least-heights';
import type { Content, Part } from '../../format/document';
import { hasException, lengthAt, withLength } from '../../format/length-value';
import { roundLength } from '../../geometry/length';
import { wideningPlans } from '../../lettering/plans';
import { styleOn } from '../../lettering/style';
import { usualDisplay } from '../../property/definition';
import type { DisplayFormat } from '../../property/display';
import { letteringOf } from '../../scene/cell-room';
import { type Situation, type Way, type WaysOf, placeOf } from '../situation';
import { roomier } from './tracks';

/** A text that has no room: fitted otherwise, written shorter, given more room. A larger block comes last. */
export const overflowing: WaysOf<'text overflows'> = (situation) => {
  const { excess, way } = situation.finding.params;
  const [fromNeighbours = [], share = [], larger = []] = roomier(
    situation,
    excess,
    way === 'long' ? 'along' : 'across',
  );
  return [...plans(situation), shorterDisplays(situation), fromNeighbours, share, higherRow(situation), larger];
};

/** Plans that let the text fit: those that change one thing in a way each, those that change more in one way at the end. */
function plans(situation: Situation): Way[] {
  const { document, proof } = situation;
  const place = placeOf(situation);
  if (!place?.cell) return [];
  const { block, cell } = place;
  const { sizeId } = proof.request;
  const lettering = letteringOf(cell.lettering, { document }, sizeId, cell.override);
  const repairs = wideningPlans(cell.fit, lettering, leastInUse(situation)).map(({ plan, allows }): Repair => ({
    kind: { kind: 'widen the plan', allow: allows },
    steps: [{ op: 'set cell', block: block.id, cell: cell.id, change: { fit: plan } }],
  }));
  /** Those whose first change is of a kind: by itself, then with others. */
  const beginning = (kind: string): Way =>
    repairs.filter(({ kind: plan }) => plan.kind === 'widen the plan' && plan.allow[0]!.kind === kind);
  return [beginning('wrapped'), beginning('squeezed'), beginning('stepped down')];
}

/** Lines that a text is wrapped to in a row that is made higher for them. */
const LINES_IN_HIGHER_ROW = [2, 3, 4, 5];
/** How far letters are squeezed there, when as they are they do not fit. */
const SQUEEZES_IN_HIGHER_ROW = [0.8, 0.65];

/** More lines in a higher row, the block growing with it: as it is, else with letters squeezed. */
function higherRow(situation: Situation<'text overflows'>): Way {
  const place = placeOf(situation);
  if (!place?.cell || place.block.grow || place.cell.turn !== 0 || situation.finding.params.way === 'high') return [];
  const { block, cell } = place;
  const { document, proof } = situation;
  const { height, lineDistance } = letteringOf(cell.lettering, { document }, proof.request.sizeId, cell.override);
  return LINES_IN_HIGHER_ROW.flatMap((lines) => {
    const by = height * lineDistance * (lines - 1);
    const [larger] = roomier(situation, by, 'across').at(-1)!;
    if (larger?.kind.kind !== 'larger block') return [];
    const { track, by: grown } = larger.kind;
    const { fit } = cell;
    const squeezing = fit.filter(({ kind }) => kind === 'squeeze');
    const squeezes = SQUEEZES_IN_HIGHER_ROW.map((least) => [{ kind: 'squeeze' as const, least }]);
    return [squeezing, ...squeezes].map((squeeze): Repair => ({
      kind: { kind: 'wrap in a higher row', lines, row: track, by: grown },
      steps: [
        {
          op: 'set cell',
          block: block.id,
          cell: cell.id,
          change: { fit: [...squeeze, { kind: 'wrap', lines }, ...fit.filter(({ kind }) => kind === 'step down')] },
        },
        ...larger.steps,
      ],
    }));
  });
}

/** How much larger an inset may become so that a text clears a line, mm. */
const LARGER_INSETS = [0.1, 0.2, 0.3, 0.4, 0.5, 0.7, 1];

/** Text that touches a line: it stands further from the edge, up or down, else to the side. */
export const onALine: WaysOf<'text on a line'> = (situation) => {
  const place = placeOf(situation);
  if (!place?.cell) return [];
  const { block, cell } = place;
  const { sizeId } = situation.proof.request;
  const { caption } = cell;
  const standing = situation.finding.params.of === 'captions' ? caption!.place : cell.place;
  const further = (axis: 'x' | 'y'): Way =>
    LARGER_INSETS.map((by): Repair => {
      const inset = roundLength(lengthAt(standing.inset[axis], sizeId) + by);
      const own = hasException(standing.inset[axis], sizeId) ? sizeId : undefined;
      const moved = {
        ...standing,
        inset: { ...standing.inset, [axis]: withLength(standing.inset[axis], inset, own) },
      };
      const change = standing === cell.place ? { place: moved } : { caption: { ...caption!, place: moved } };
      return {
        kind: { kind: 'larger inset', inset },
        steps: [{ op: 'set cell', block: block.id, cell: cell.id, change }],
      };
    });
  return [further('y'), further('x')];
};

/** The lowest height in which values are lettered on the sheet, not below what is the least for them, mm. */
function leastInUse({ document, proof }: Situation): number {
  const least = leastIn({ document, facts: proof.facts }).values;
  const used = new Set(document.blocks.flatMap(({ cells }) => cells.map(({ lettering }) => lettering)));
  const heights = document.letterings
    .filter(({ id }) => used.has(id))
    .map((style) => styleOn(style, proof.request.sizeId).height);
  return Math.max(least, Math.min(...heights));
}

/** Shorter forms of what a cell shows, the value that is widest first to be tried. */
function shorterDisplays(situation: Situation): Way {
  const place = placeOf(situation);
  if (!place?.cell) return [];
  const { block, cell } = place;
  const { resources, document } = situation;
  return cell.contents.flatMap((content, at): Repair[] => {
    if (!('parts' in content)) return [];
    return content.parts.flatMap((part, index): Repair[] => {
      if (part.kind === 'linked') {
        const property = resources.properties.get(part.property);
        if (!property) return [];
        return shorterForms(part.display ?? usualDisplay(property)).map((display) => {
          const contents = withPart(cell.contents, at, index, { ...part, display });
          return {
            kind: { kind: 'shorter display', name: property.name, display },
            steps: [{ op: 'set cell', block: block.id, cell: cell.id, change: { contents } }],
          };
        });
      }
      const asked = part.kind === 'asked' ? document.asked.find(({ key }) => key === part.asked) : undefined;
      if (!asked) return [];
      const { key, name, type } = asked;
      const usual = usualDisplay({ ...asked, id: key, source: 'drawing', aliases: [] });
      return shorterForms(asked.display ?? usual).map((display) => ({
        kind: { kind: 'shorter display', name, display },
        steps: [
          { op: 'set asked', asked: document.asked.map((one) => (one.key === key ? { ...one, type, display } : one)) },
        ],
      }));
    });
  });
}

const withPart = (contents: readonly Content[], at: number, index: number, part: Part): Content[] =>
  contents.map((content, i) =>
    i === at && 'parts' in content ? { ...content, parts: content.parts.with(index, part) } : content,
  );

/** Displays of the same value that are shorter, the nearest to it first. */
function shorterForms(display: DisplayFormat): DisplayFormat[] {
  switch (display.kind) {
    case 'person': {
      const forms = ['full', 'initial and surname', 'initials'] as const;
      return forms.slice(forms.indexOf(display.form) + 1).map((form) => ({ ...display, form }));
    }
    case 'date':
      return display.pattern === 'd MMM yyyy' ? [{ ...display, pattern: 'yyyy-MM-dd' }] : [];
    case 'number': {
      const fewer = Array.from({ length: display.decimals ?? 0 }, (_, i) => (display.decimals ?? 0) - 1 - i);
      return fewer.map((decimals) => ({ ...display, decimals }));
    }
    case 'text':
      return [];
  }
}

/** A value that prints as zero: with as many decimals as show it. */
export const printingAsZero: WaysOf<'prints as zero'> = (situation) => {
  const place = placeOf(situation);
  if (!place?.cell) return [];
  const { block, cell } = place;
  const { property: id, name } = situation.finding.params;
  const property = situation.resources.properties.get(id);
  if (!property) return [];
  return [
    cell.contents.flatMap((content, at): Repair[] => {
      if (!('parts' in content)) return [];
      return content.parts.flatMap((part, index): Repair[] => {
        if (part.kind !== 'linked' || part.property !== id) return [];
        const display = part.display ?? usualDisplay(property);
        if (display.kind !== 'number') return [];
        const has = display.decimals ?? 0;
        return Array.from({ length: 8 - has }, (_, i) => has + 1 + i).map((decimals) => ({
          kind: { kind: 'more decimals', name, decimals },
          steps: [
            {
              op: 'set cell',
              block: block.id,
              cell: cell.id,
              change: { contents: withPart(cell.contents, at, index, { ...part, display: { ...display, decimals } }) },
            },
          ],
        }));
      });
    }),
  ];
};

/** How narrow the letters of a caption are made. */
const NARROWER = [0.9, 0.8, 0.7, 0.6];

/** A caption that is wider than its cell: in a lower style that the format has, in narrower letters, in a wider cell. */
export const longCaption: WaysOf<'caption too long'> = (situation) => {
  const place = placeOf(situation);
  if (!place?.cell?.caption) return [];
  const { block, cell } = place;
  const { document, proof, finding } = situation;
  const caption = place.cell.caption;
  const style = document.letterings.find(({ id }) => id === caption.lettering)!;
  const heightOf = (one: typeof style) => styleOn(one, proof.request.sizeId).height;
  const setCaption = (lettering: string) =>
    ({ op: 'set cell', block: block.id, cell: cell.id, change: { caption: { ...caption, lettering } } }) as const;
  const lower = document.letterings
    .filter(
      (one) => heightOf(one) < heightOf(style) && heightOf(one) >= leastIn({ document, facts: proof.facts }).captions,
    )
    .toSorted((a, b) => heightOf(b) - heightOf(a))
    .map((one): Repair => ({
      kind: { kind: 'caption in style', style: one.name, height: heightOf(one) },
      steps: [setCaption(one.id)],
    }));
  const narrower = NARROWER.map((factor): Repair => {
    const letterWidth = Math.round(style.letterWidth * factor * 100) / 100;
    const known = document.letterings.find(
      ({ id: _a, name: _n, ...one }) => JSON.stringify(one) === JSON.stringify({ ...bare(style), letterWidth }),
    );
    const id = known?.id ?? situation.newId();
    const added = { ...style, id, name: `${style.name} ${letterWidth}`.slice(0, 60), letterWidth };
    return {
      kind: { kind: 'narrower caption', letterWidth },
      steps: [
        ...(known ? [] : [{ op: 'set sheet' as const, change: { letterings: [...document.letterings, added] } }]),
        setCaption(id),
      ],
    };
  });
  return [lower, narrower, ...roomier(situation, finding.params.needs - finding.params.has, 'along')];
};

const bare = <T extends { id: string; name: string }>({ id: _id, name: _name, ...rest }: T) => rest;
