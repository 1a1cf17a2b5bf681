'use client';

import { Box } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import type { PlaceChoice } from '../../contract/places';
import { counted } from '../../core/counted';
import type { Clash } from '../../core/drawing/joining';
import { valueText } from '../../core/property/value';
import { Button } from '../controls/button';
import { Strip } from '../controls/strip';
import { projectsQuery } from '../office/queries';
import type { OpenDrawing } from './drawing-store';
import { askedOf } from './use-sheets';

/** What somebody else and this person both changed on the drawing, with both versions, and which to take. */
export function ClashStrip(props: {
  clashes: readonly Clash[];
  open: OpenDrawing;
  onSettle: (clashesTo: 'mine' | 'theirs') => void;
}) {
  const { clashes, open, onSettle } = props;
  const { data: projects = [open.project] } = useQuery({
    ...projectsQuery,
    enabled: clashes.some(({ of }) => of === 'projectId'),
  });
  return (
    <Strip asks label="Somebody else changed this drawing">
      <Box flex="1" minWidth={0} maxHeight="88px" overflowY="auto">
        <Box color="ochre">▲ Somebody else changed this drawing meanwhile. You both changed:</Box>
        {clashes.map((clash) => (
          <Box key={'key' in clash ? `${clash.of}/${clash.key}` : clash.of}>
            <b>{nameOf(clash, open)}</b>: yours {text(clash, 'mine', open, projects)}, theirs{' '}
            {text(clash, 'theirs', open, projects)}
          </Box>
        ))}
      </Box>
      <Button type="button" onClick={() => onSettle('theirs')}>
        Take theirs
      </Button>
      <Button type="button" look="primary" onClick={() => onSettle('mine')}>
        Keep mine
      </Button>
    </Strip>
  );
}

const NAMES: Partial<Record<Clash['of'], string>> = {
  sizeId: 'Sheet size',
  sheets: 'Sheets',
  scale: 'Scale',
  profileId: 'Drafting profile',
  projectId: 'Project',
  siteId: 'Site',
};

function nameOf(clash: Clash, open: OpenDrawing): string {
  if (!('key' in clash)) return NAMES[clash.of] ?? clash.of;
  const { key } = clash;
  return clash.of === 'answers'
    ? (askedOf(open).find((asked) => asked.key === key)?.name ?? key)
    : (open.office.properties.find(({ id }) => id === key)?.name ?? key);
}

function text(
  clash: Clash,
  side: 'mine' | 'theirs',
  { formats, profiles, sites }: OpenDrawing,
  projects: readonly PlaceChoice[],
): string {
  if (clash.of === 'sheets') return counted(clash[side].length, 'sheet');
  if (clash.of === 'answers' || clash.of === 'overruled') {
    const value = clash[side];
    return value === undefined ? 'nothing' : `“${valueText(value)}”`;
  }
  const named = [...formats[0]!.edition.document.sizes, ...profiles, ...projects, ...sites];
  return named.find(({ id }) => id === clash[side])?.name ?? clash[side] ?? 'the default site';
}
