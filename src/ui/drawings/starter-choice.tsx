'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import type { StarterEdition, StarterView } from '../../contract/starters';
import { counted } from '../../core/counted';
import { SearchInput } from '../controls/field';
import type { Filled } from '../data/office';
import { SheetPicture } from '../sheet/sheet-picture';
import { SheetTile } from '../starters/sheet-tile';
import { type StartedView, useStarted } from '../starters/use-started';
import { ChoiceCard } from './choice-card';

/** A starter with the edition that drawings begin with. */
export interface Offered {
  starter: StarterView;
  edition: StarterEdition;
}

/** The starters that drawings can begin with. */
export const offeredStarters = (starters: readonly StarterView[]): Offered[] =>
  starters.flatMap((starter) => {
    const edition = starter.editions.find(({ state }) => state === 'released');
    return edition ? [{ starter, edition }] : [];
  });

/** Which of the starters a drawing begins with: each a picture of its first sheet, of the model that is to be drawn. */
export function StarterChoice(props: {
  offered: readonly Offered[];
  chosen: Offered | undefined;
  filled: Filled | undefined;
  onChoose: (one: Offered) => void;
}) {
  const { offered, chosen, filled, onChoose } = props;
  const [search, setSearch] = useState('');
  const wanted = search.trim().toLowerCase();
  const found = offered.filter(({ edition: { document } }) =>
    `${document.name} ${document.category} ${document.description}`.toLowerCase().includes(wanted),
  );
  return (
    <Flex direction="column" flex="1" minHeight={0}>
      <SearchInput label="Search starters" value={search} onSearch={setSearch} />
      <Box flex="1" minHeight={0} overflowY="auto" pt="8px" pr="4px" role="group" aria-label="Starters">
        {found.map((one) => (
          <StarterCard
            key={one.starter.id}
            offered={one}
            filled={filled}
            isChosen={one.starter.id === chosen?.starter.id}
            onChoose={() => onChoose(one)}
          />
        ))}
        {found.length === 0 && <Box color="soft">No starter is called so.</Box>}
      </Box>
    </Flex>
  );
}

function StarterCard(props: { offered: Offered; filled: Filled | undefined; isChosen: boolean; onChoose: () => void }) {
  const { offered, filled, isChosen, onChoose } = props;
  const { starter, edition } = offered;
  const { name, description } = edition.document;
  const tried = useMemo(() => (filled ? [filled] : []), [filled]);
  const { on } = useStarted(edition.document, tried);
  const [first] = on[0]?.sheets ?? [];
  return (
    <ChoiceCard
      name={name}
      edition={edition.number}
      isDefault={starter.defaultFor.length > 0}
      words={description}
      isChosen={isChosen}
      onChoose={onChoose}
    >
      {first?.composed && <SheetPicture scene={first.composed.scene} marked={[]} />}
    </ChoiceCard>
  );
}

/** All sheets that a drawing would begin with, and what the starter leaves out of them. */
export function StartedSheets({ started }: { started: StartedView }) {
  const [shown, setShown] = useState(1);
  const [on] = started.on;
  const { come, wanted } = started.projections;
  if (!on) return <Box>{started.problem ?? 'Reading the model…'}</Box>;
  const large = on.sheets.find(({ planned }) => planned.place.number === shown) ?? on.sheets[0];
  return (
    <Flex direction="column" height="100%" gap="6px">
      <Box fontSize="14px" color="ink" role="status">
        {counted(on.sheets.length, 'sheet')}
        {come < wanted && ` · ${come} of ${wanted} views projected…`}
        {on.leftOut.length > 0 && <Box as="span"> ▲ {on.leftOut.join(' ')}</Box>}
      </Box>
      <Box flex="1" minHeight={0}>
        {large?.composed && <SheetPicture scene={large.composed.scene} marked={[]} />}
      </Box>
      {on.sheets.length > 1 && (
        <Flex gap="6px" overflowX="auto" flexShrink={0} tabIndex={0} role="group" aria-label="Sheets of the drawing">
          {on.sheets.map(({ planned, composed }) => (
            <SheetTile
              key={planned.place.number}
              planned={planned}
              composed={composed}
              height={64}
              pressed={planned.place.number === large?.planned.place.number}
              onClick={() => setShown(planned.place.number)}
            />
          ))}
        </Flex>
      )}
    </Flex>
  );
}
