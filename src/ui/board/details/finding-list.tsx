'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import { type KeyboardEvent, type Ref, useEffect, useRef, useState } from 'react';
import { accepting } from '../../../core/findings/accepting';
import { type Finding, Weight, findingKey } from '../../../core/findings/finding';
import { findingWords } from '../../../core/findings/words';
import { mayBeMended } from '../../../core/repairing/ways/ways';
import { Button } from '../../controls/button';
import { TextInput } from '../../controls/field';
import { WeightMark } from '../../controls/mark';
import { useView, useViewStore } from '../../sheet/view-store';
import { ValueRepairButton } from '../../findings/value-repair-button';
import { type BoardStore, useBoard, useBoardStore } from '../board-store';
import { fillAnew } from '../saving/opening';
import { Section } from './details-parts';
import { OtherWays, ProposedRepair, RepairAll } from './repairs';

const Place = chakra('button', {
  base: { display: 'block', textAlign: 'left', cursor: 'pointer', _hover: { textDecoration: 'underline' } },
});

const TITLES: Record<Weight | 'accepted', string> = {
  'blocks release': 'Block release',
  warning: 'Warnings',
  note: 'Notes',
  accepted: 'Accepted',
};

/** Findings by what they weigh, the worst first, those that are accepted last. */
function grouped(findings: readonly Finding[]): { of: Weight | 'accepted'; findings: Finding[] }[] {
  const open = (weight: Weight) => findings.filter((one) => one.weight === weight && one.accepted === undefined);
  return [
    ...Weight.options.map((weight) => ({ of: weight, findings: open(weight) })),
    { of: 'accepted' as const, findings: findings.filter(({ accepted }) => accepted !== undefined) },
  ].filter((group) => group.findings.length > 0);
}

/**
 * Findings in plain words, the worst first; the one that is pointed at or has the focus is marked on the sheet, arrows go through them, and
 * a click goes to the place. One that stays as it is is accepted with a reason.
 */
export function FindingList({ findings, title }: { findings: readonly Finding[]; title: string }) {
  const viewStore = useViewStore();
  const places = useRef<(HTMLButtonElement | null)[]>([]);
  const isAsked = useView((state) => state.findingsAsked);
  // The plate's count was clicked: the list comes into view, with its first finding ready for the arrows.
  useEffect(() => {
    if (!isAsked) return;
    places.current[0]?.focus();
    viewStore.setState({ findingsAsked: false });
  }, [isAsked, viewStore]);
  useEffect(() => () => viewStore.setState({ pointedPlace: undefined }), [viewStore]);
  if (findings.length === 0) return null;
  const groups = grouped(findings);
  const order = groups.flatMap((group) => group.findings);
  const go = (event: KeyboardEvent, i: number) => {
    const to = event.key === 'ArrowDown' ? i + 1 : event.key === 'ArrowUp' ? i - 1 : undefined;
    if (to === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    places.current[to]?.focus();
  };
  return (
    <Section title={title}>
      {groups.map((group) => (
        <Box key={group.of} role="group" aria-label={`${TITLES[group.of]}: ${group.findings.length}`} pb="4px">
          {groups.length > 1 && (
            <Box fontSize="13px" color="soft">
              {TITLES[group.of]} · {group.findings.length}
            </Box>
          )}
          {group.findings.map((finding) => {
            const i = order.indexOf(finding);
            return (
              <FindingEntry
                key={findingKey(finding)}
                finding={finding}
                isFirstLike={findings.find(({ code }) => code === finding.code) === finding}
                place={(button) => void (places.current[i] = button)}
                onKeyDown={(event) => go(event, i)}
              />
            );
          })}
        </Box>
      ))}
    </Section>
  );
}

/** The repair of what the model on the desk says. */
function OfModel({ finding }: { finding: Finding }) {
  const store = useBoardStore();
  const specimen = useBoard((board) => board.filled?.specimen);
  const fill = () => void fillAnew(store, store.getState().board!.format.id).catch(() => undefined);
  return <ValueRepairButton finding={finding} specimen={specimen} onDone={fill} />;
}

function goTo(store: BoardStore, { place: { block, cell } }: Finding): void {
  if (block === undefined) return;
  store.getState().set({ selection: cell === undefined ? { kind: 'block', block } : { kind: 'cell', block, cell } });
}

/** Sets whether a finding is accepted, and why. */
function accept(store: BoardStore, finding: Finding, reason: string | undefined): void {
  const { board, act } = store.getState();
  act({ op: 'set accepted', accepted: accepting(board!.document.accepted ?? [], finding, reason) });
}

function FindingEntry(props: {
  finding: Finding;
  /** No other of its kind stands before it. */
  isFirstLike: boolean;
  place: Ref<HTMLButtonElement>;
  onKeyDown: (event: KeyboardEvent) => void;
}) {
  const { finding, isFirstLike, place, onKeyDown } = props;
  const store = useBoardStore();
  const viewStore = useViewStore();
  const point = (pointedPlace: Finding['place'] | undefined) => viewStore.setState({ pointedPlace });
  const [reason, setReason] = useState<string>();
  const [opened, setOpened] = useState<'other ways' | 'all like this'>();
  const close = () => setOpened(undefined);
  const { accepted, repair } = finding;
  return (
    <Box py="2px" fontSize="14px">
      <Flex gap="6px" align="start">
        <WeightMark weight={accepted === undefined ? finding.weight : 'note'} />
        <Place
          ref={place}
          type="button"
          onKeyDown={onKeyDown}
          onFocus={() => point(finding.place)}
          onBlur={() => point(undefined)}
          onPointerEnter={() => point(finding.place)}
          onPointerLeave={() => point(undefined)}
          flex="1"
          color={accepted === undefined ? undefined : 'soft'}
          onClick={() => goTo(store, finding)}
        >
          {findingWords(finding)}
        </Place>
      </Flex>
      <Flex gap="4px" pl="18px" wrap="wrap" align="center">
        {accepted !== undefined ? (
          <>
            <Box fontSize="13px" color="soft">
              Accepted: {accepted}
            </Box>
            <Button type="button" look="quiet" fontSize="13px" onClick={() => accept(store, finding, undefined)}>
              No longer
            </Button>
          </>
        ) : reason === undefined ? (
          <>
            {repair && <ProposedRepair repair={repair} />}
            <OfModel finding={finding} />
            {mayBeMended(finding) && (
              <>
                <Button
                  type="button"
                  look={repair ? 'quiet' : 'line'}
                  fontSize="13px"
                  height="24px"
                  aria-expanded={opened === 'other ways'}
                  onClick={() => setOpened('other ways')}
                >
                  {repair ? 'Other ways…' : 'Repair…'}
                </Button>
                {isFirstLike && (
                  <Button
                    type="button"
                    look="quiet"
                    fontSize="13px"
                    height="24px"
                    aria-expanded={opened === 'all like this'}
                    onClick={() => setOpened('all like this')}
                  >
                    Repair all like this…
                  </Button>
                )}
              </>
            )}
            {finding.weight !== 'note' && (
              <Button type="button" look="quiet" fontSize="13px" height="24px" onClick={() => setReason('')}>
                Accept…
              </Button>
            )}
          </>
        ) : (
          <chakra.form
            display="flex"
            gap="4px"
            width="100%"
            onSubmit={(event) => {
              event.preventDefault();
              if (reason.trim()) accept(store, finding, reason.trim());
              setReason(undefined);
            }}
          >
            <TextInput
              autoFocus
              aria-label="Why it is accepted"
              placeholder="Why it may stay so"
              value={reason}
              onChange={(event) => setReason(event.target.value)}
            />
            <Button type="submit">Accept</Button>
          </chakra.form>
        )}
        {opened === 'other ways' && <OtherWays finding={finding} onClose={close} />}
        {opened === 'all like this' && <RepairAll finding={finding} onClose={close} />}
      </Flex>
    </Box>
  );
}
