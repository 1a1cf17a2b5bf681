import { writeTable } from '../exchange/table';

/** A drawing as the register lists it. */
interface Registered {
  number: string;
  title: string;
  modelName: string;
  variant?: string | undefined;
  formatName: string;
  edition: number;
  sizeName: string;
  sheets: number;
  revision?: string | undefined;
  state: string;
  open: readonly string[];
  modelChanged: boolean;
  changedAt: string;
}

const HEADER = [
  'Number',
  'Title',
  'Model',
  'Variant',
  'Format',
  'Edition',
  'Size',
  'Sheets',
  'Revision',
  'State',
  'Unanswered',
  'Model changed since',
  'Changed',
];

/** The register of drawings as a CSV text, one drawing a row. */
export function registerCsv(drawings: readonly Registered[]): string {
  return writeTable(
    HEADER,
    drawings.map((one) => [
      one.number,
      one.title,
      one.modelName,
      one.variant ?? '',
      one.formatName,
      String(one.edition),
      one.sizeName,
      String(one.sheets),
      one.revision ?? '',
      one.state,
      one.open.join('; '),
      one.modelChanged ? 'yes' : 'no',
      one.changedAt,
    ]),
  );
}
