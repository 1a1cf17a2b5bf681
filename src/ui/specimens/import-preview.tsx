import { Box, Flex } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import { counted } from '../../core/counted';
import { trimNumber } from '../../core/geometry/length';
import type { ReadModels } from '../../core/specimen/reading-table';

/** How many lines a list of the preview shows. */
const SHOWN = 200;

const AS: Record<ReadModels['columns'][number]['as'], string> = {
  model: 'names the model',
  variant: 'names the variant',
  kind: 'part or assembly',
  property: 'read as',
  alias: 'by its other name read as',
  new: 'no property reads it yet; kept',
};

/** What was read from files before it is imported: which names match, which models are new, what is refused and why. */
export function ImportPreview({ read, known }: { read: ReadModels; known: ReadonlySet<string> }) {
  const wrong = read.rows.filter(({ problems }) => problems.length > 0);
  const refused = wrong.filter((row) => row.refused).length;
  const fresh = read.models.filter(({ id }) => !known.has(id)).length;
  return (
    <>
      <Box pt="8px" fontWeight={600} data-testid="read-summary">
        {counted(read.models.length, 'model')}, {fresh} of them new; {counted(read.rows.length, 'row')}, {refused}{' '}
        refused
      </Box>
      {wrong.length > 0 && (
        <List colour="vermilion" label="What is wrong" more={wrong.length - SHOWN}>
          {wrong.slice(0, SHOWN).map((row, i) => (
            <Flex key={i} gap="8px">
              <Box width="70px" color="soft">
                line {row.line}
              </Box>
              <Box color={row.refused ? 'vermilion' : 'ochre'} flex="1">
                {row.refused ? '■' : '▲'} {row.problems.join(' ')}
              </Box>
            </Flex>
          ))}
        </List>
      )}
      <List label="Names in the files">
        {read.columns.map((column) => (
          <Flex key={column.header} gap="8px">
            <Box width="180px">{column.header}</Box>
            <Box color={column.as === 'new' ? 'ochre' : 'soft'}>
              {AS[column.as]} {column.property?.name}
            </Box>
          </Flex>
        ))}
      </List>
      <List label="Models" more={read.models.length - SHOWN}>
        {read.models.slice(0, SHOWN).map((model, i) => (
          <Flex key={i} gap="8px">
            <Box width="180px">{model.name}</Box>
            <Box color="soft">
              {[
                known.has(model.id) ? 'known: its values are replaced' : 'new',
                model.variants.length > 0 && counted(model.variants.length, 'variant'),
                model.components.length > 0 && counted(model.components.length, 'component'),
                model.shape && `shape of ${trimNumber(model.shape.volume / 1000, 1)} cm³`,
              ]
                .filter(Boolean)
                .join(', ')}
            </Box>
          </Flex>
        ))}
      </List>
    </>
  );
}

function List(props: { label: string; colour?: string; more?: number; children: ReactNode }) {
  const { label, colour = 'line', more = 0, children } = props;
  return (
    <Box
      role="group"
      aria-label={label}
      maxHeight="120px"
      overflowY="auto"
      border="1px solid"
      borderColor={colour}
      my="6px"
      px="8px"
      py="1px"
      fontSize="14px"
      tabIndex={0}
    >
      {children}
      {more > 0 && <Box color="soft">and {more} more</Box>}
    </Box>
  );
}
