'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useQueryClient } from '@tanstack/react-query';
import { ChevronDown } from 'lucide-react';
import { projectAgain } from '../../contract/projections';
import { counted } from '../../core/counted';
import { refuse } from '../../core/refusal';
import type { Report } from '../../core/scene/report';
import { PREFERRED_SCALES } from '../../core/sheet/scales';
import { detailAt, laidOutAgain, withChanged, withoutView, withSlotFilled, withView } from '../../core/view/changing';
import { type ModelAxis, type Standing, CORNERS, SIDES, isSide } from '../../core/view/direction';
import {
  type SheetView,
  type SheetViews,
  type ViewOf,
  VIEW_STYLES,
  SheetView as View,
  viewName,
} from '../../core/view/view';
import { Button } from '../controls/button';
import { CheckBox } from '../controls/check-box';
import { CommitField, Row, SelectRow } from '../controls/field';
import { Menu } from '../controls/menu';
import { sentence } from '../controls/sentence';
import { SortableItem, SortableList } from '../controls/sortable';
import { OnlyFor } from '../data/me';
import { ask } from '../data/request';
import { SpecimenPicker } from '../specimens/specimen-picker';
import type { AtHandProjections } from './use-projections';

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
  selected: string | undefined;
  locked: boolean;
  onSelect: (id: string | undefined) => void;
  onChange: (setting: SheetViews) => void;
}) {
  const { setting, placed, progress, selected, locked, onSelect, onChange } = props;
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
              { value: SLOT, words: 'An empty slot' },
            ]}
            placement="top-start"
            onChoose={(value) =>
              value === SLOT ? add({ kind: 'seen', from: 'front' }, { specimen: null }) : add(ADDED[value]!.of)
            }
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

function ViewEntry(props: {
  view: SheetView;
  name: string;
  lacks: string | undefined;
  opened: boolean;
  locked: boolean;
  onToggle: () => void;
  onChange: (change: { [K in keyof SheetView]?: SheetView[K] | undefined }) => void;
  onRemove: () => void;
  /** Adds a detail of it; absent where there is nothing to enlarge. */
  onDetail: (() => void) | undefined;
}) {
  const { view, name, lacks, opened, locked, onToggle, onChange, onRemove, onDetail } = props;
  const { of } = view;
  const isAligned = of.kind === 'section' || (of.kind === 'seen' && isSide(of.from));
  /** A number of what the view shows, in mm. */
  const number = (text: string, put: (value: number) => ViewOf) => {
    const value = Number(text.trim().replace(',', '.').replace('−', '-'));
    if (text.trim() === '' || !Number.isFinite(value)) return refuse('Type a number of mm.');
    const parsed = View.safeParse({ ...view, of: put(value) });
    if (!parsed.success) return refuse(sentence(parsed.error.issues[0]!.message));
    onChange({ of: parsed.data.of });
    return { ok: true as const };
  };
  return (
    <Box borderTop="1px solid" borderColor="line" py="5px" pr="16px">
      <Box as="button" width="100%" textAlign="left" cursor="pointer" aria-expanded={opened} onClick={onToggle}>
        {name}
        <Box fontSize="13px" color={lacks === undefined ? 'soft' : 'ochre'}>
          {lacks === undefined
            ? [view.style, view.scale, view.free && 'out of projection'].filter(Boolean).join(' · ')
            : `▲ ${lacks}`}
        </Box>
      </Box>
      {opened && !locked && (
        <Box pt="4px" pl="4px">
          {typeof view.specimen === 'string' && (
            <Row label="Model">
              <SpecimenPicker
                label="Model of the view"
                shown={view.specimen}
                onChoose={(_, entry) => entry && onChange({ specimen: entry.id })}
              />
            </Row>
          )}
          <SelectRow
            label="Style"
            value={view.style}
            options={VIEW_STYLES.filter((value) => of.kind !== 'detail' || value !== 'shaded').map((value) => ({
              value,
              label: value,
            }))}
            onChange={(style) => onChange({ style: style as SheetView['style'] })}
          />
          {of.kind === 'section' && (
            <CommitField
              label="Plane, mm from the middle"
              value={String(of.at)}
              onCommit={(text) => number(text, (at) => ({ ...of, at }))}
            />
          )}
          {of.kind === 'detail' && (
            <>
              {(
                [
                  ['x', 'To the right, mm'],
                  ['y', 'Up, mm'],
                ] as const
              ).map(([axis, label]) => (
                <CommitField
                  key={axis}
                  label={label}
                  value={String(of.at[axis])}
                  onCommit={(text) => number(text, (value) => ({ ...of, at: { ...of.at, [axis]: value } }))}
                />
              ))}
              <CommitField
                label="Radius, mm"
                value={String(of.radius)}
                onCommit={(text) => number(text, (radius) => ({ ...of, radius }))}
              />
              <CommitField
                label="Times as large"
                value={String(of.times)}
                onCommit={(text) => number(text, (times) => ({ ...of, times }))}
              />
            </>
          )}
          {of.kind !== 'detail' && (
            <CommitField
              label="Scale of its own"
              value={view.scale ?? ''}
              onCommit={(text) => {
                const scale = text.trim() === '' ? undefined : text.trim();
                const parsed = View.safeParse({ ...view, scale });
                if (!parsed.success) return refuse(sentence(parsed.error.issues[0]!.message));
                onChange({ scale });
                return { ok: true as const };
              }}
            />
          )}
          <CheckBox
            checked={view.smooth === true}
            onChange={(smooth) => onChange({ smooth: smooth ? true : undefined })}
          >
            Smooth edges too
          </CheckBox>
          {isAligned && view.specimen === undefined && (
            <CheckBox checked={view.free === true} onChange={(free) => onChange({ free: free ? true : undefined })}>
              Out of projection
            </CheckBox>
          )}
          {of.kind === 'seen' && (
            <CheckBox
              checked={view.balloons === true}
              onChange={(balloons) => onChange({ balloons: balloons ? true : undefined })}
            >
              Balloons with item numbers
            </CheckBox>
          )}
          <Flex pt="4px" gap="6px" wrap="wrap">
            {onDetail && of.kind !== 'detail' && view.specimen === undefined && (
              <Button type="button" onClick={onDetail}>
                Enlarge a detail
              </Button>
            )}
            <Button type="button" look="quiet" onClick={onRemove}>
              Remove this view
            </Button>
          </Flex>
        </Box>
      )}
    </Box>
  );
}
