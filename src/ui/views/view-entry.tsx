import { Box, Flex } from '@chakra-ui/react';
import { refuse } from '../../core/refusal';
import { isSide } from '../../core/view/direction';
import { type SheetView, type ViewOf, VIEW_STYLES, SheetView as View } from '../../core/view/view';
import { Button } from '../controls/button';
import { CheckBox } from '../controls/check-box';
import { CommitField, Row, SelectRow } from '../controls/field';
import { sentence } from '../controls/sentence';
import { SpecimenPicker } from '../specimens/specimen-picker';
import { LeftWhole } from './left-whole';
import { type ApartPart, type KeptApart, PulledApart } from './pulled-apart';

/** One view in the list: what it shows, and what of it is set. */
export function ViewEntry(props: {
  view: SheetView;
  name: string;
  lacks: string | undefined;
  /** The names of the parts of what it shows; absent for a part. */
  parts: readonly string[] | undefined;
  /** How far the parts are pulled apart, once that is known. */
  apart: readonly ApartPart[] | undefined;
  /** What the assembly keeps of that. */
  kept: KeptApart | undefined;
  opened: boolean;
  locked: boolean;
  onToggle: () => void;
  onChange: (change: { [K in keyof SheetView]?: SheetView[K] | undefined }) => void;
  onRemove: () => void;
  /** Adds a detail of it; absent where there is nothing to enlarge. */
  onDetail: (() => void) | undefined;
}) {
  const { view, name, lacks, parts, apart, kept, opened, locked, onToggle, onChange, onRemove, onDetail } = props;
  const { of } = view;
  const isAligned = of.kind === 'section' || (of.kind === 'seen' && !of.apart && isSide(of.from));
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
          {of.kind === 'section' && parts && (
            <LeftWhole
              parts={parts}
              whole={of.whole ?? []}
              onChange={(whole) => {
                const { whole: _, ...rest } = of;
                onChange({ of: whole.length > 0 ? { ...rest, whole } : rest });
              }}
            />
          )}
          {of.kind === 'seen' && of.apart && (
            <PulledApart
              parts={apart}
              moves={of.apart}
              kept={kept}
              onChange={(moves) => onChange({ of: { ...of, apart: moves } })}
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
          <Flex columnGap="14px" wrap="wrap" pt="4px">
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
          </Flex>
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
