'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { readAnswered } from '../../../contract/properties';
import { askedIn } from '../../../core/format/asked';
import type { AskedValue } from '../../../core/format/document';
import { Button } from '../../controls/button';
import { Problem } from '../../controls/field';
import { SearchPicker } from '../../controls/search-picker';
import { SortableItem, SortableList } from '../../controls/sortable';
import { ask } from '../../data/request';
import { useBoard, useBoardStore } from '../board-store';
import { AskedRows, cleaned } from './asked-rows';
import { Section } from './details-parts';
import { takeQuestion, useQuestions } from './questions';

/** What the format asks of whoever makes a drawing, in the order of asking; the order is set by dragging. */
export function AskedSection() {
  const store = useBoardStore();
  const asked = useBoard((board) => board.document.asked);
  const blocks = useBoard((board) => board.document.blocks);
  const [open, setOpen] = useState<string>();
  const [problem, setProblem] = useState<string>();
  /** The one that was just added: its name is ready to be typed. */
  const [fresh, setFresh] = useState<string>();
  const [answered, setAnswered] = useState<{ key: string; drawings: number }>();
  const formatId = useBoard((board) => board.format.id);
  const set = (next: AskedValue[], typing?: string) => {
    const outcome = store.getState().perform({ op: 'set asked', asked: next }, typing);
    setProblem(outcome.ok ? undefined : outcome.reason);
    return outcome;
  };
  const take = (one: AskedValue) => {
    setAnswered(undefined);
    set(asked.filter((other) => other.key !== one.key));
  };
  /** Takes an asked value out, once it is clear that no drawing has answered it, or that this is meant. */
  const remove = async (one: AskedValue) => {
    const params = { id: one.key };
    const { drawings } = await ask(readAnswered, { params, query: { format: formatId } }).catch(() => ({
      drawings: 0,
    }));
    if (drawings > 0) setAnswered({ key: one.key, drawings });
    else take(one);
  };
  const openNew = (key: string) => {
    setOpen(key);
    setFresh(key);
  };
  const used = new Set(blocks.flatMap((block) => block.cells.flatMap((cell) => askedIn(cell.contents))));
  return (
    <Section title="Asked of the drafter">
      <SortableList
        ids={asked.map(({ key }) => key)}
        onMove={(order) => set(order.map((key) => asked.find((one) => one.key === key)!))}
      >
        {asked.map((one, i) => (
          <SortableItem key={one.key} id={one.key} name={one.name}>
            <Flex align="center" gap="6px" pr="16px">
              <Box width="16px" color="ochre" fontWeight={600} fontSize="13px">
                {i + 1}
              </Box>
              <Button
                look="quiet"
                type="button"
                aria-expanded={open === one.key}
                onClick={() => setOpen(open === one.key ? undefined : one.key)}
              >
                {one.name}
              </Button>
              <Box flex="1" fontSize="12px" color="soft" whiteSpace="nowrap">
                {one.type}
                {one.required ? ', required' : ''}
                {used.has(one.key) ? '' : ', on no cell'}
              </Box>
              <Button
                look="quiet"
                type="button"
                aria-label={`No longer ask for ${one.name}`}
                onClick={() => void remove(one)}
              >
                ×
              </Button>
            </Flex>
            {answered?.key === one.key && (
              <Box borderLeft="2px solid" borderColor="ochre" pl="8px" my="4px" role="alert" fontSize="14px">
                {answered.drawings === 1 ? '1 drawing has' : `${answered.drawings} drawings have`} answered it. The
                answers are kept, and stand again when it is asked for again.
                <Flex gap="6px" pt="4px">
                  <Button type="button" onClick={() => take(one)}>
                    No longer ask
                  </Button>
                  <Button type="button" look="quiet" onClick={() => setAnswered(undefined)}>
                    Go on asking
                  </Button>
                </Flex>
              </Box>
            )}
            {open === one.key && (
              <Box borderLeft="2px solid" borderColor="ochre" pl="8px" my="4px" pr="16px">
                <AskedRows
                  asked={one}
                  isNew={fresh === one.key}
                  onChange={(part, typing) =>
                    set(
                      asked.map((other) => (other.key === one.key ? cleaned({ ...one, ...part }) : other)),
                      typing && `${typing} of ${one.key}`,
                    )
                  }
                />
              </Box>
            )}
          </SortableItem>
        ))}
      </SortableList>
      <AskForAnother onAsk={(fresh) => void (set([...asked, fresh]).ok && openNew(fresh.key))} onProblem={setProblem} />
      {problem && <Problem>{problem}</Problem>}
      {asked.length > 0 && (
        <Box fontSize="12px" color="soft" pt="4px">
          Numbers stand on the sheet while Names are shown. Put one into a cell with / and Ask for it.
        </Box>
      )}
    </Section>
  );
}

/** Finds what else the format is to ask for: a drawing property of the dictionary, or a new one. */
function AskForAnother(props: {
  onAsk: (asked: AskedValue) => void;
  onProblem: (problem: string | undefined) => void;
}) {
  const store = useBoardStore();
  const [query, setQuery] = useState('');
  const questions = useQuestions(query).filter(({ asks }) => asks !== 'already');
  const take = async (key: string) => {
    const question = questions.find(({ asked }) => asked.key === key);
    if (!question) return;
    const taken = await takeQuestion(store, question);
    if (taken.ok) props.onAsk(question.asked);
    else props.onProblem(taken.reason);
  };
  return (
    <Box mt="4px">
      <SearchPicker
        label="Ask for another value"
        shown="Ask for another value…"
        items={questions.map(({ asks, asked }) => ({
          value: asked.key,
          label: asks === 'new property' ? `${asked.name}, a new property of drawings` : asked.name,
        }))}
        onSearch={setQuery}
        onChoose={(key) => void take(key)}
      />
    </Box>
  );
}
