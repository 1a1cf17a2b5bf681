'use client';

import { Box, Table } from '@chakra-ui/react';
import { useQueries, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import {
  type DrawingView,
  type OpenDrawingView,
  type RegisterEntry,
  changeDrawing,
  readDrawing,
  signDrawing,
  withdrawSignature,
} from '../../contract/drawings';
import { askedBy } from '../../core/drawing/asking';
import type { Answers } from '../../core/drawing/drawing';
import { lackingToFinish, lackingWords } from '../../core/drawing/finishing';
import { isSignature } from '../../core/drawing/signing';
import { refuse } from '../../core/refusal';
import type { AskedValue } from '../../core/format/document';
import { counted } from '../../core/counted';
import { valueText } from '../../core/property/value';
import { deepEqual } from 'fast-equals';
import { TRIAL } from '../../core/drawing/drawing';
import { Button } from '../controls/button';
import { Dialog } from '../controls/dialog';
import { Problem } from '../controls/field';
import type { OfficeData } from '../data/office';
import { ask, currentIn } from '../data/request';
import { AnswerField } from './answer-field';
import { withAnswer } from './drawing-store';
import { ScaleField } from './scale-field';
import { SignatureRow, type Signing } from './signature-row';

const drawingQuery = (id: string) => ({
  queryKey: ['drawing to review', id],
  queryFn: () => ask(readDrawing, { params: { id } }),
  staleTime: 0,
});

const documentsOf = ({ formats }: OpenDrawingView) => formats.map(({ edition }) => edition.document);

const lackingOf = (open: OpenDrawingView) => lackingToFinish(documentsOf(open), open.drawing);

/** What is asked on several drawings in work, side by side: it is answered here, and those that lack nothing are finished together. */
export function ReviewDialog(props: {
  entries: readonly RegisterEntry[];
  office: Pick<OfficeData, 'people' | 'habits' | 'today'>;
  onClose: () => void;
}) {
  const { entries, office, onClose } = props;
  const client = useQueryClient();
  const [problems, setProblems] = useState<Record<string, string | undefined>>({});
  const results = useQueries({ queries: entries.map(({ id }) => drawingQuery(id)) });
  const opened = results.flatMap(({ data }) => data ?? []);
  const asked = askedBy(opened.flatMap(documentsOf));
  const complete = opened.filter((open) => open.drawing.state === 'in work' && lackingOf(open).length === 0);

  const turns = useRef(new Map<string, Promise<unknown>>());
  /** Does one thing after another on a drawing, each on it as the one before has left it. */
  const inTurn = <T,>(id: string, work: (open: OpenDrawingView) => Promise<T>): Promise<T> => {
    const begin = () => work(client.getQueryData<OpenDrawingView>(drawingQuery(id).queryKey)!);
    const turn = (turns.current.get(id) ?? Promise.resolve()).then(begin, begin);
    turns.current.set(id, turn);
    return turn;
  };
  const say = (id: string, words: string | undefined) => setProblems((before) => ({ ...before, [id]: words }));
  /** Changes a drawing as it was read, and shows it as it is kept. @returns the drawing as somebody else has changed it meanwhile */
  const change = async (
    open: OpenDrawingView,
    body: { answers: Answers } | { scale: string } | { state: 'finished' },
  ): Promise<DrawingView | undefined> => {
    const { id, number, version } = open.drawing;
    const put = (drawing: DrawingView) => client.setQueryData(drawingQuery(id).queryKey, { ...open, drawing });
    try {
      put(await ask(changeDrawing, { params: { id }, body: { ...body, version } }));
      say(id, undefined);
      return undefined;
    } catch (error) {
      const current = currentIn<DrawingView>(error);
      if (current) put(current);
      say(id, `${number}: ${(error as Error).message}`);
      return current;
    }
  };
  /** Keeps an answer; what somebody else has answered meanwhile stays, and where that is the same one, both are told. */
  const answer = async (
    open: OpenDrawingView,
    asked: AskedValue,
    value: Answers[string] | undefined,
  ): Promise<void> => {
    const { key, name } = asked;
    const { id, number, answers } = open.drawing;
    const current = await change(open, { answers: withAnswer(answers, key, value) });
    if (!current) return;
    if (deepEqual(current.answers[key], answers[key])) return answer({ ...open, drawing: current }, asked, value);
    const [theirs, mine] = [current.answers[key], value].map((one) => (one === undefined ? 'nothing' : valueText(one)));
    say(id, `${number}, ${name}: somebody else has put “${theirs}” meanwhile; you typed “${mine}”.`);
  };
  /** Signs, or withdraws a signature; a drawing that somebody else has changed is shown as it is now. */
  const act = (id: string, perform: (version: number) => Promise<DrawingView>) =>
    inTurn(id, async (open) => {
      const put = (drawing: DrawingView) => client.setQueryData(drawingQuery(id).queryKey, { ...open, drawing });
      try {
        put(await perform(open.drawing.version));
        return { ok: true as const };
      } catch (error) {
        const current = currentIn<DrawingView>(error);
        if (current) put(current);
        return refuse((error as Error).message);
      }
    });
  const signingOf = (id: string): Signing => ({
    onSign: (of, paper) => act(id, (version) => ask(signDrawing, { params: { id }, body: { version, of, ...paper } })),
    onWithdraw: (of) => act(id, (version) => ask(withdrawSignature, { params: { id }, body: { version, of } })),
  });
  const finish = async () => {
    for (const { drawing } of complete) await inTurn(drawing.id, (open) => change(open, { state: 'finished' }));
    await client.invalidateQueries({ queryKey: ['register'] });
  };
  const close = () => {
    void client.invalidateQueries({ queryKey: ['register'] });
    onClose();
  };
  const said = [...Object.values(problems), ...results.map(({ error }) => error?.message)].filter(
    (one): one is string => one !== undefined,
  );
  return (
    <Dialog
      open
      title="Review before finishing"
      width="min(1700px, 96vw)"
      onClose={close}
      footer={
        <>
          <Button type="button" onClick={close}>
            Close
          </Button>
          <Button type="button" look="primary" disabled={complete.length === 0} onClick={() => void finish()}>
            {complete.length > 0
              ? `Finish ${counted(complete.length, 'complete drawing')}`
              : 'Finish complete drawings'}
          </Button>
        </>
      }
    >
      <Box overflow="auto" maxHeight="60vh" tabIndex={0} role="region" aria-label="What is asked on them">
        <Table.Root>
          <Table.Header>
            <Table.Row>
              {['Drawing', 'Lacks', 'Scale', ...asked.map(({ name }) => name)].map((head) => (
                <Table.ColumnHeader key={head} px="4px">
                  {head}
                </Table.ColumnHeader>
              ))}
            </Table.Row>
          </Table.Header>
          <Table.Body>
            {opened.map((open) => (
              <Table.Row key={open.drawing.id}>
                <Table.Cell whiteSpace="nowrap" verticalAlign="middle">
                  <Box fontWeight={600}>{open.drawing.number || TRIAL}</Box>
                  <Box fontSize="13px" color="soft">
                    {open.drawing.title}
                  </Box>
                </Table.Cell>
                <Table.Cell minWidth="190px" fontSize="13px" verticalAlign="middle">
                  <Lacks open={open} />
                </Table.Cell>
                <Table.Cell minWidth="70px" px="4px">
                  <ScaleField
                    bare
                    scale={open.drawing.scale}
                    disabled={open.drawing.state === 'finished'}
                    onChange={(scale) => void inTurn(open.drawing.id, (now) => change(now, { scale }))}
                  />
                </Table.Cell>
                {asked.map((one) => (
                  <Table.Cell key={one.key} minWidth="106px" px="4px">
                    <Answer
                      open={open}
                      asked={one}
                      office={office}
                      signing={signingOf(open.drawing.id)}
                      onChange={(value) => void inTurn(open.drawing.id, (now) => answer(now, one, value))}
                    />
                  </Table.Cell>
                ))}
              </Table.Row>
            ))}
          </Table.Body>
        </Table.Root>
      </Box>
      {said.map((words) => (
        <Problem key={words}>{words}</Problem>
      ))}
    </Dialog>
  );
}

function Lacks({ open }: { open: OpenDrawingView }) {
  if (open.drawing.state === 'finished') return <Box color="pine">● finished</Box>;
  const lacking = lackingOf(open);
  if (lacking.length === 0) return <Box color="pine">● nothing</Box>;
  return lacking.map((one) => (
    <Box key={lackingWords(one)} color="ochre">
      ▲ {lackingWords(one)}
    </Box>
  ));
}

/** One asked value of one drawing; it is kept when its field is left. */
function Answer(props: {
  open: OpenDrawingView;
  asked: AskedValue;
  office: Pick<OfficeData, 'people' | 'habits' | 'today'>;
  signing: Signing;
  onChange: (value: Answers[string] | undefined) => void;
}) {
  const { open, asked, office, signing, onChange } = props;
  const { drawing } = open;
  /** Answers as they are typed, before the field is left. */
  const [typed, setTyped] = useState<Answers>();
  const [untaken, setUntaken] = useState<{ text: string; reason: string }>();
  if (!askedBy(documentsOf(open)).some(({ key }) => key === asked.key))
    return (
      <Box color="soft" fontSize="13px">
        not asked
      </Box>
    );
  if (isSignature(asked))
    return (
      <SignatureRow
        drawing={drawing}
        signable={{ of: asked.key, name: asked.name, asked }}
        locked={drawing.state === 'finished'}
        people={office.people}
        today={office.today}
        signing={signing}
        named
      />
    );
  return (
    <>
      <AnswerField
        asked={asked}
        office={office}
        answers={typed ?? drawing.answers}
        among={askedBy(documentsOf(open))}
        disabled={drawing.state === 'finished'}
        answer={(value) => setTyped(withAnswer(drawing.answers, asked.key, value))}
        untaken={untaken?.text}
        refused={(reason, text = '') => setUntaken(reason === undefined ? undefined : { text, reason })}
        onBlur={() => {
          if (typed && !deepEqual(typed[asked.key], drawing.answers[asked.key])) onChange(typed[asked.key]);
          setTyped(undefined);
        }}
        style={{
          width: '100%',
          height: 26,
          padding: '0 7px',
          background: 'var(--chakra-colors-card)',
          border: '1px solid var(--chakra-colors-line)',
        }}
      />
      {untaken && <Problem>{untaken.reason}</Problem>}
    </>
  );
}
