import { deepEqual } from 'fast-equals';
import type { Block, Cell, Content, Part } from '../../format/document';
import type { Step } from '../../format/steps/step';

/** The step that changes parts of what a cell holds; none when nothing changes. */
export function partsChanged(block: Block, cell: Cell, change: (part: Part) => Part): Step[] {
  const contents = cell.contents.map((content): Content =>
    'parts' in content ? { ...content, parts: content.parts.map(change) } : content,
  );
  return deepEqual(contents, cell.contents)
    ? []
    : [{ op: 'set cell', block: block.id, cell: cell.id, change: { contents } }];
}
