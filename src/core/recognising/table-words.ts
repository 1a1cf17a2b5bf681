import type { Growth } from '../format/document';
import { matchedName } from '../property/names';
import { SUPPLIED } from '../property/supplied';

export type TableRows = Growth['rows'];

/** What heads the columns of the usual tables, by the property that the column shows. */
const HEADINGS: Partial<Record<TableRows, [property: string, words: string[]][]>> = {
  revisions: [
    [
      SUPPLIED.revision,
      [
        'rev',
        'revision',
        'rev no',
        'revision no',
        'issue',
        'iss',
        'index',
        'ind',
        'letter',
        'sym',
        'symbol',
        'ltr',
        'mark',
        'change',
        'änderung',
        'aend',
        'indice',
      ],
    ],
    [SUPPLIED.revisionZones, ['zone', 'zones', 'loc', 'location', 'feld']],
    [
      SUPPLIED.revisionDescription,
      [
        'description',
        'change description',
        'changes',
        'change',
        'modification',
        'modifications',
        'revision description',
        'details',
        'nature of change',
        'was is',
        'beschreibung',
        'désignation',
        'text',
      ],
    ],
    [SUPPLIED.revisionDate, ['date', 'datum', 'day']],
    [SUPPLIED.revisedBy, ['by', 'name', 'drawn', 'drawn by', 'revised by', 'author', 'made by', 'dr by', 'initials']],
    [
      SUPPLIED.revisionApprovedBy,
      [
        'approved',
        'approved by',
        'appr',
        'appd',
        'apvd',
        'app',
        'checked',
        'chk',
        'chkd',
        'ckd',
        'geprüft',
        'freigabe',
      ],
    ],
    [
      SUPPLIED.changeNumber,
      ['ecn', 'eco', 'ecr', 'change no', 'change number', 'order', 'order no', 'notice', 'change order'],
    ],
  ],
  parts: [
    [
      SUPPLIED.item,
      ['item', 'item no', 'item number', 'pos', 'position', 'no', 'nr', 'ref', 'find no', 'repère', 'rep'],
    ],
    [
      SUPPLIED.quantity,
      [
        'qty',
        'quantity',
        'qty reqd',
        'reqd',
        'no off',
        'off',
        'pcs',
        'pieces',
        'menge',
        'stück',
        'anzahl',
        'nb',
        'qté',
        'quant',
      ],
    ],
    [
      SUPPLIED.partNumber,
      [
        'part number',
        'part no',
        'part',
        'number',
        'drawing number',
        'dwg no',
        'drg no',
        'article',
        'article no',
        'code',
        'sachnummer',
        'teilenummer',
        'référence',
      ],
    ],
    [
      SUPPLIED.title,
      [
        'description',
        'title',
        'name',
        'designation',
        'nomenclature',
        'benennung',
        'bezeichnung',
        'désignation',
        'part name',
      ],
    ],
    [SUPPLIED.material, ['material', 'matl', 'mat', 'werkstoff', 'matière', 'specification']],
    [SUPPLIED.rowMass, ['mass', 'weight', 'wt', 'masse', 'gewicht', 'mass kg', 'weight kg', 'total mass']],
    ['remarks', ['remarks', 'remark', 'notes', 'note', 'comment', 'comments', 'bemerkung']],
  ],
  tolerances: [
    [SUPPLIED.sizeRange, ['size', 'size range', 'nominal size', 'range', 'over to', 'dimension', 'decimals']],
    [SUPPLIED.tolerance, ['tolerance', 'tol', 'deviation', 'limits', 'permissible deviation']],
  ],
};

/** Words that only one kind of table has in its heading. */
const TELLING: Partial<Record<TableRows, ReadonlySet<string>>> = {
  revisions: new Set([
    'rev',
    'revision',
    'revno',
    'zone',
    'change',
    'changes',
    'issue',
    'ecn',
    'eco',
    'ltr',
    'anderung',
    'index',
    'indice',
    'revisions',
  ]),
  parts: new Set([
    'item',
    'itemno',
    'qty',
    'quantity',
    'pos',
    'position',
    'nooff',
    'menge',
    'stuck',
    'partnumber',
    'partno',
    'pcs',
    'findno',
    'qtyreqd',
    'repere',
    'qte',
  ]),
  tolerances: new Set(['tolerance', 'tol', 'deviation', 'permissibledeviation']),
};

/** What the columns of a table show by its heading, in order; undefined for a heading of no table that is known. */
export function tableHeaded(
  words: readonly string[],
): { rows: TableRows; properties: (string | undefined)[]; sure: number } | undefined {
  const heads = words.map(matchedName);
  const filled = heads.filter((head) => head !== '').length;
  if (filled < 2 || filled < heads.length * 0.5) return undefined;
  let best: ReturnType<typeof tableHeaded>;
  for (const [rows, columns] of Object.entries(HEADINGS) as [TableRows, [string, string[]][]][]) {
    if (!heads.some((head) => TELLING[rows]!.has(head))) continue;
    const taken = new Set<string>();
    const properties = heads.map((head) => {
      const match = columns.find(
        ([property, names]) => !taken.has(property) && names.some((name) => matchedName(name) === head),
      );
      if (match) taken.add(match[0]);
      return match?.[0];
    });
    const known = properties.filter((one) => one !== undefined).length / filled;
    if (known >= 0.5 && known > (best?.sure ?? 0)) best = { rows, properties, sure: known };
  }
  return best;
}

const OF_ROWS: Partial<Record<TableRows, readonly string[]>> = {
  revisions: [
    SUPPLIED.revision,
    SUPPLIED.revisionZones,
    SUPPLIED.revisionDescription,
    SUPPLIED.revisionDate,
    SUPPLIED.revisedBy,
    SUPPLIED.revisionApprovedBy,
    SUPPLIED.changeNumber,
  ],
  parts: [SUPPLIED.item, SUPPLIED.quantity, SUPPLIED.massOfOne, SUPPLIED.rowMass],
  tolerances: [SUPPLIED.toleranceKind, SUPPLIED.sizeRange, SUPPLIED.tolerance],
  notes: [SUPPLIED.noteNumber, SUPPLIED.note],
};

/** The kind of table whose rows show these properties, by those that only rows of that table have. */
export function tableShowing(properties: readonly string[]): TableRows | undefined {
  const kinds = ['notes', 'tolerances', 'revisions', 'parts'] as const;
  return kinds.find((kind) => {
    const own = properties.filter((one) => OF_ROWS[kind]!.includes(one));
    return new Set(own).size >= 2 || (own.length > 0 && own.length === properties.length && kind !== 'revisions');
  });
}
