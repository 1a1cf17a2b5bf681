type Group = string | number;

/** Pairs of group code and value of one entity. */
export const entity = (type: string, ...groups: Group[]): Group[] => [0, type, ...groups];

const section = (name: string, groups: Group[]): Group[] => [0, 'SECTION', 2, name, ...groups, 0, 'ENDSEC'];

/** A small DXF of some entities, blocks and header variables. */
export function smallDxf(parts: {
  entities?: Group[];
  blocks?: Record<string, Group[]>;
  header?: Group[];
  tables?: Group[];
  end?: boolean;
}): Uint8Array {
  const {
    entities = [],
    blocks = {},
    header = [9, '$ACADVER', 1, 'AC1021', 9, '$INSUNITS', 70, 4],
    tables,
    end = true,
  } = parts;
  const all = [
    ...section('HEADER', header),
    ...(tables ? section('TABLES', tables) : []),
    ...section(
      'BLOCKS',
      Object.entries(blocks).flatMap(([name, groups]) => [0, 'BLOCK', 2, name, 10, 0, 20, 0, ...groups, 0, 'ENDBLK']),
    ),
    ...section('ENTITIES', entities),
    ...(end ? [0, 'EOF', ''] : []),
  ];
  return new TextEncoder().encode(all.join('\n'));
}

export const line = (x1: Group, y1: Group, x2: Group, y2: Group): Group[] =>
  entity('LINE', 8, '0', 10, x1, 20, y1, 11, x2, 21, y2);
export const insert = (name: string, x = 0, y = 0, ...more: Group[]): Group[] =>
  entity('INSERT', 8, '0', 2, name, 10, x, 20, y, ...more);
