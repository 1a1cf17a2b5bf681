'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useQueryClient } from '@tanstack/react-query';
import { ChevronDown } from 'lucide-react';
import { projectAgain } from '../../contract/projections';
import { counted } from '../../core/counted';
import type { Report } from '../../core/scene/report';
import { PREFERRED_SCALES } from '../../core/sheet/scales';
import { detailAt, laidOutAgain, withChanged, withoutView, withSlotFilled, withView } from '../../core/view/changing';
import { type ModelAxis, type Standing, CORNERS, SIDES } from '../../core/view/direction';
import { type SheetView, type SheetViews, type ViewOf, viewName } from '../../core/view/view';
import { Button } from '../controls/button';
import { Row, SelectRow } from '../controls/field';
import { Menu } from '../controls/menu';
import { SortableItem, SortableList } from '../controls/sortable';
import { OnlyFor } from '../data/me';
import { ask } from '../data/request';
import { SpecimenPicker } from '../specimens/specimen-picker';
import type { KeptApart } from './pulled-apart';
import type { AtHandProjections } from './use-projections';
import { ViewEntry } from './view-entry';

const ADDED: Record<string, { words: string; of: ViewOf }> = Object.fromEntries([
  ...[...SIDES, ...CORNERS].map((from) => {
    const of: ViewOf = { kind: 'seen', from };
    return [from, { words: viewName({ of }), of }] as const;
  }),
  ...(['front', 'left', 'above'] as const).map((from) => {
    const of: ViewOf = { kind: 'section', from, at: 0 };
    return [`section ${from}`, { words: viewName({ of }), of }] as const;
  }),
  ['flat', { words: 'Flat shape', of: { kind: 'flat' } }] as const,
]);
const SLOT = 'slot';
/** From where an assembly that is pulled apart is offered. */
const APART: Record<string, ViewOf> = Object.fromEntries(
  (['isometric', 'isometric left', 'front'] as const).map((from) => [
    `apart ${from}`,
    { kind: 'seen', from, apart: {} },
  ]),
);

const STANDINGS: readonly { value: string; label: string; standing?: Standing }[] = [
  { value: '', label: 'as its kind of model' },
  ...(['-y', 'y', 'x', '-x', 'z', '-z'] as const).flatMap((front) =>
    (['z', '-z', 'y', '-y', 'x', '-x'] as const)
      .filter((up: ModelAxis) => up.at(-1) !== front.at(-1))
      .map((up) => ({
        value: `${front} ${up}`,
        label: `${signed(front)} to the front, ${signed(up)} up`,
        standing: { front, up },
      })),
  ),
];

function signed(axis: string): string {
  return axis.startsWith('-') ? `−${axis[1]}` : axis;
}

/** Says that views are previews only, or could not be made; those are tried again by a click. */
function NotExact({ coarse, failed, waitsFor }: Pick<AtHandProjections, 'coarse' | 'failed' | 'waitsFor'>) {
  const client = useQueryClient();
  const again = async () => {
    await ask(projectAgain, { body: { ids: failed } });
    await client.invalidateQueries({ queryKey: ['projections wanted'] });
  };
  return (
    <>
      {waitsFor !== undefined && (
        <Box fontSize="13px" color="soft" role="status">
          … Views wait for {waitsFor}.
        </Box>
      )}
      {coarse > 0 && (
        <Box fontSize="13px" color="ochre" role="status">
          ▲ {counted(coarse, 'view')} {coarse === 1 ? 'is a preview' : 'are previews'}, from triangles. The exact one
          follows.
        </Box>
      )}
      {failed.length > 0 && (
        <Flex align="baseline" gap="8px">
          <Box fontSize="13px" color="vermilion" role="status">
            ■ {counted(failed.length, 'view')} could not be projected.
          </Box>
          <OnlyFor role="drafter">
            <Button type="button" look="quiet" onClick={() => void again()}>
              Try again
            </Button>
          </OnlyFor>
        </Flex>
      )}
    </>
  );
}

/** The views of one sheet: their scale, how the model stands, and each view with what it shows and how. */
export function ViewsPane(props: {
  setting: SheetViews;
  /** The views as they are placed. */
  placed: Report['views'];
  /** How many projections are wanted and have come. */
  progress: Pick<AtHandProjections, 'wanted' | 'come' | 'coarse' | 'failed' | 'waitsFor'>;
  /** Of an assembly: the names of its parts, and of those that sections usually leave whole, and how it is pulled apart. */
  assembly?: { all: string[]; usuallyWhole: string[]; kept: KeptApart } | undefined;
  /** Whether views of an assembly pulled apart are offered. */
  canBeApart: boolean;
  selected: string | undefined;
  locked: boolean;
  onSelect: (id: string | undefined) => void;
  onChange: (setting: SheetViews) => void;
}) {
  const { setting, placed, progress, assembly, canBeApart, selected, locked, onSelect, onChange } = props;
  const { views, scale, standing } = setting;
  const isMoved = views.some(({ moved, free }) => moved ?? free);
  const add = (of: ViewOf, more?: Partial<SheetView>) => {
    const id = crypto.randomUUID().slice(0, 8);
    onChange(withView(setting, id, of, more));
    onSelect(id);
  };
  return (
    <Box px="12px" pt="10px">
      <Flex align="baseline" gap="8px">
        <Box as="h2" fontWeight={600}>
          Views
        </Box>
        {progress.come < progress.wanted && (
          <Box fontSize="13px" color="soft" role="status">
            {progress.come} of {progress.wanted} projected…
          </Box>
        )}
      </Flex>
      <NotExact {...progress} />
      <SelectRow
        label="Scale"
        value={scale}
        disabled={locked}
        options={[
          { value: 'fit', label: placed ? `as fits: ${placed.scale}` : 'as fits' },
          ...[...new Set([...PREFERRED_SCALES, ...(scale === 'fit' ? [] : [scale])])].map((value) => ({
            value,
            label: value,
          })),
        ]}
        onChange={(value) => onChange({ ...setting, scale: value })}
      />
      <SelectRow
        label="Stands"
        value={standing ? `${standing.front} ${standing.up}` : ''}
        disabled={locked}
        options={STANDINGS}
        onChange={(value) => {
          const { standing: _, ...rest } = setting;
          const chosen = STANDINGS.find((one) => one.value === value)?.standing;
          onChange(chosen ? { ...rest, standing: chosen } : rest);
        }}
      />
      <SortableList
        ids={views.map(({ id }) => id)}
        onMove={(order) =>
          !locked && onChange({ ...setting, views: order.map((id) => views.find((one) => one.id === id)!) })
        }
      >
        {views.map((view) => {
          const own = placed?.placed.find(({ id }) => id === view.id);
          return (
            <SortableItem key={view.id} id={view.id} name={own?.name ?? viewName(view)}>
              <ViewEntry
                view={view}
                name={own?.name ?? viewName(view)}
                lacks={own?.lacks}
                parts={view.specimen === undefined ? assembly?.all : undefined}
                apart={own?.apart?.parts}
                kept={view.specimen === undefined ? assembly?.kept : undefined}
                opened={selected === view.id}
                locked={locked}
                onToggle={() => onSelect(selected === view.id ? undefined : view.id)}
                onChange={(change) => onChange(withChanged(setting, view.id, change))}
                onRemove={() => onChange(withoutView(setting, view.id))}
                onDetail={own && own.lacks === undefined ? () => add(detailAt(own, own.middle)) : undefined}
              />
            </SortableItem>
          );
        })}
      </SortableList>
      {!locked && views.some(({ specimen }) => specimen === null) && (
        <Row label="Fill the slot">
          <SpecimenPicker
            label="Fill the slot"
            shown="Choose a model…"
            onChoose={(_, entry) => entry && onChange(withSlotFilled(setting, entry.id))}
          />
        </Row>
      )}
      {views.length === 0 && (
        <Box py="6px" color="soft" fontSize="14px">
          No views yet. Those that are added stand in projection with the front view.
        </Box>
      )}
      {!locked && (
        <Flex gap="8px" pt="8px" wrap="wrap">
          <Menu
            entries={[
              ...Object.entries(ADDED).map(([value, { words }]) => ({ value, words })),
              ...(canBeApart ? Object.entries(APART).map(([value, of]) => ({ value, words: viewName({ of }) })) : []),
              { value: SLOT, words: 'An empty slot' },
            ]}
            placement="top-start"
            onChoose={(value) => {
              if (value === SLOT) return add({ kind: 'seen', from: 'front' }, { specimen: null });
              const of = APART[value] ?? ADDED[value]!.of;
              if (of.kind === 'seen' && of.apart) return add({ ...of, apart: assembly?.kept.moves ?? {} });
              const whole = assembly?.usuallyWhole ?? [];
              add(of.kind === 'section' && whole.length > 0 ? { ...of, whole } : of);
            }}
            trigger={(trigger) => (
              <Button type="button" look="primary" {...trigger}>
                Add a view <ChevronDown size={14} aria-hidden />
              </Button>
            )}
          />
          {isMoved && (
            <Button type="button" onClick={() => onChange(laidOutAgain(setting))}>
              Lay out again
            </Button>
          )}
        </Flex>
      )}
    </Box>
  );
}
