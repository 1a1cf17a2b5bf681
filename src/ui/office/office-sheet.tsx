'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import type { FormatView } from '../../contract/formats';
import type { OfficePlace } from '../../contract/places';
import type { Facts } from '../../core/property/facts';
import { compose } from '../../core/scene/compose';
import { proofSheets } from '../../core/scene/planning';
import { LoadProblem } from '../controls/load-problem';
import { Select } from '../controls/field';
import { factsFor } from '../data/office';
import { formatQuery, shelfQuery } from '../data/queries';
import { useAtHand } from '../data/use-at-hand';
import { SheetPicture } from '../sheet/sheet-picture';

/** A sheet filled with a place's values as they are typed, and the cells marked that print the one that is looked at. */
export function OfficeSheet(props: { place: OfficePlace; values: OfficePlace['values']; looked: string | undefined }) {
  const { place, values, looked } = props;
  const { data: shelf } = useInfiniteQuery(shelfQuery('', 'shelf'));
  const entries = shelf?.pages.flatMap((page) => page.entries) ?? [];
  const [chosen, setChosen] = useState<string>();
  const formatId = chosen ?? entries[0]?.id;
  const { data: format, error } = useQuery({ ...formatQuery(formatId ?? ''), enabled: formatId !== undefined });
  const formats = useMemo(() => (format ? [format] : undefined), [format]);
  const { atHand, problem, reload } = useAtHand(formats, 'showpieces');
  const sheet = useMemo(
    () => (format && atHand ? composed(format, atHand, place, values) : undefined),
    [format, atHand, place, values],
  );
  return (
    <Flex direction="column" height="100%">
      <Flex align="center" gap="8px" px="14px" py="6px" bg="paper" borderBottom="1px solid" borderColor="line">
        <Box fontSize="13px" color="soft" whiteSpace="nowrap">
          Shown on
        </Box>
        <Box width="240px">
          <Select aria-label="Shown on" value={formatId ?? ''} onChange={(event) => setChosen(event.target.value)}>
            {entries.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
        </Box>
      </Flex>
      <LoadProblem problem={error?.message ?? problem} onRetry={reload} />
      <Box flex="1" minHeight={0} p="18px">
        {sheet && !sheet.ok && <Box role="alert">■ {sheet.reason}</Box>}
        {sheet?.ok && (
          <SheetPicture
            scene={sheet.scene}
            marked={sheet.report.cells
              .filter(({ trace }) => looked !== undefined && trace.some(({ property }) => property === looked))
              .map(({ box }) => box)}
          />
        )}
      </Box>
    </Flex>
  );
}

/** The first sheet of a format on its main size, filled from the office's first model and from the place as it is typed. */
function composed(
  format: FormatView,
  { office, resources }: NonNullable<ReturnType<typeof useAtHand>['atHand']>,
  { source, name }: OfficePlace,
  values: OfficePlace['values'],
) {
  const { document } = format.edition;
  const first = office.specimens[0];
  const filled = first && { specimen: first.id, ...(first.variants[0] && { variant: first.variants[0].name }) };
  const facts: Facts = { ...factsFor(format, office, filled), [source]: { name, values } };
  const sizeId = document.mainSize;
  const [sheet] = proofSheets({ document, sizeId, scale: format.scale, facts }, resources, { show: 'values' });
  return compose(document, { sizeId, sheet: sheet!.place, show: 'values' }, facts, resources);
}
