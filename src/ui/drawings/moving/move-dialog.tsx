'use client';

import { Box, Flex } from '@chakra-ui/react';
import { type ReactNode, useState } from 'react';
import { counted } from '../../../core/counted';
import { askedBy, unanswered } from '../../../core/drawing/asking';
import type { Answers } from '../../../core/drawing/drawing';
import type { Foreseen } from '../../../core/drawing/foreseeing';
import type { Mapping } from '../../../core/drawing/mapping';
import { isSigned } from '../../../core/drawing/signing';
import type { Outcome } from '../../../core/refusal';
import type { RevisionRow } from '../../../core/revision/rows';
import { Button } from '../../controls/button';
import { CheckBox } from '../../controls/check-box';
import { Dialog } from '../../controls/dialog';
import { Problem, Row } from '../../controls/field';
import { formatWords } from '../../formats/format-picker';
import { placeBox } from '../../sheet/place-box';
import { AnswerField } from '../answer-field';
import { type Moving, type OpenDrawing, withAnswer } from '../drawing-store';
import { documentsOf } from '../use-sheets';
import { ForeseenList, placeOf } from './foreseen-list';
import { MovedSheets } from './moved-sheets';
import { PlacesForValues, hasPlaces } from './places-for-values';
import { RevisionFields, revisionOf, useNextRevision } from './revision-fields';
import { staysBehind } from './ways-to-move';
import { useForesight } from './use-foresight';

const FIELD = {
  width: '100%',
  height: 26,
  padding: '0 7px',
  background: 'var(--chakra-colors-card)',
  border: '1px solid var(--chakra-colors-line)',
};

/** A move of a drawing before it is made: its sheets before and after, what it does to them, what there is to choose and to answer; then it is made. */
export function MoveDialog(props: {
  open: OpenDrawing;
  title: string;
  to: Moving['to'];
  /** The drawing is finished: it is reopened, and gets its next revision. */
  reopens?: boolean;
  onMove: (moving: Moving) => Promise<Outcome<object>>;
  onClose: () => void;
}) {
  const { open, title, reopens, onMove, onClose } = props;
  const [mapping, setMapping] = useState<Partial<Mapping>>({});
  const [answers, setAnswers] = useState<Answers>({});
  const [behind, setBehind] = useState<readonly string[]>([]);
  const [revision, setRevision] = useNextRevision(open);
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const to = staysBehind(open.drawing, props.to, behind);
  const row: RevisionRow | undefined = reopens ? revisionOf(revision) : undefined;
  const moving = {
    to,
    mapping,
    ...(Object.keys(answers).length > 0 && { answers }),
    ...(row && { revision: row }),
  };
  const { foreseen, foresight, problem: unread, isBehind } = useForesight(open, moving);
  const [chosen, setChosen] = useState<Foreseen>();
  const [shown, setShown] = useState(1);
  const at = chosen && placeOf(chosen);
  const sheet = foresight?.sheets.find(({ number }) => number === shown);
  const place =
    at && 'cell' in at && at.sheet === shown
      ? ((sheet?.after && placeBox(sheet.after.report, at)) ?? (sheet?.before && placeBox(sheet.before.report, at)))
      : undefined;
  const move = async () => {
    setBusy(true);
    setProblem(undefined);
    const outcome = await onMove({ ...moving, ...(reopens && { reopens: true as const }) });
    setBusy(false);
    if (outcome.ok) onClose();
    else setProblem(outcome.reason);
  };
  const view = foreseen?.view;
  const refused = unread ?? view?.refused;
  const said = refused ?? problem;
  const lacksText = reopens && revision.description.trim() === '';
  return (
    <Dialog
      open
      title={title}
      width="min(1700px, 97vw)"
      onClose={onClose}
      footer={
        <>
          <Box flex="1" minWidth={0}>
            {said !== undefined && <Problem>{said}</Problem>}
          </Box>
          <Button type="button" onClick={onClose}>
            Cancel
          </Button>
          <Button
            type="button"
            look="primary"
            disabled={busy || isBehind || !foresight || refused !== undefined || lacksText}
            onClick={() => void move()}
          >
            {reopens ? 'Reopen and move' : 'Move'}
          </Button>
        </>
      }
    >
      <Flex height="calc(100vh - 210px)" minHeight="340px" gap="14px">
        <Box flex="1" minWidth={0}>
          {foresight && foreseen?.after ? (
            <MovedSheets
              sheets={foresight.sheets}
              names={{
                before: formatWords(foreseen.before.formats[0]!),
                after: formatWords(foreseen.after.formats[0]!),
              }}
              shown={shown}
              place={place}
              onShow={setShown}
            />
          ) : (
            <Box color="soft">{refused === undefined ? 'The sheets are made…' : 'There is no sheet to show yet.'}</Box>
          )}
        </Box>
        <Box
          width="370px"
          flexShrink={0}
          overflowY="auto"
          pr="6px"
          tabIndex={0}
          role="region"
          aria-label="What the move does"
        >
          {reopens && (
            <Part title="The next revision">
              <RevisionFields open={open} revision={revision} onChange={setRevision} />
            </Part>
          )}
          {props.to.edition !== undefined && open.drawing.sheets.length > 1 && (
            <Part title="Sheets that move">
              {open.drawing.sheets.map(({ id, name }, i) => (
                <Box key={id}>
                  <CheckBox
                    checked={!behind.includes(id)}
                    onChange={(moves) => setBehind(moves ? behind.filter((one) => one !== id) : [...behind, id])}
                  >
                    Sheet {i + 1}
                    {name && `, ${name}`}
                  </CheckBox>
                </Box>
              ))}
            </Part>
          )}
          {view && hasPlaces(view, mapping) && (
            <Part title="Where values go">
              <PlacesForValues view={view} mapping={mapping} onChange={setMapping} />
            </Part>
          )}
          {foreseen?.after && (
            <Questions before={foreseen.before} after={foreseen.after} answers={answers} onChange={setAnswers} />
          )}
          {foresight && (
            <Part title={`${counted(foresight.things.length, 'thing')} to know`}>
              <ForeseenList
                foresight={foresight}
                chosen={chosen}
                onChoose={(one) => {
                  setChosen(one);
                  const where = placeOf(one);
                  if (where) setShown(where.sheet);
                }}
              />
            </Part>
          )}
        </Box>
      </Flex>
    </Dialog>
  );
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box as="section" aria-label={title} pb="12px">
      <Box as="h3" fontWeight={600} pb="2px">
        {title}
      </Box>
      {children}
    </Box>
  );
}

/** What is asked after the move and has no answer: answered at once, or later. */
function Questions(props: {
  before: OpenDrawing;
  after: OpenDrawing;
  answers: Answers;
  onChange: (answers: Answers) => void;
}) {
  const { before, after, answers, onChange } = props;
  const asked = askedBy(documentsOf(after));
  const known = new Set(askedBy(documentsOf(before)).map(({ key }) => key));
  const [untaken, setUntaken] = useState<Record<string, string | undefined>>({});
  const isAnsweredHere = (key: string) => answers[key] !== undefined;
  const open = new Set(unanswered(asked, after.drawing.answers).map(({ key }) => key));
  const anew = asked.filter(
    (one) =>
      !isSigned(one, asked) &&
      (isAnsweredHere(one.key) ||
        (open.has(one.key) && (!known.has(one.key) || before.drawing.answers[one.key] !== undefined))),
  );
  if (anew.length === 0) return null;
  return (
    <Part title="Asked there">
      {anew.map((one) => (
        <Row key={one.key} label={one.name}>
          <AnswerField
            asked={one}
            among={asked}
            answers={answers}
            office={after.office}
            answer={(value) => onChange(withAnswer(answers, one.key, value))}
            refused={(reason) => setUntaken((was) => ({ ...was, [one.key]: reason }))}
            style={FIELD}
          />
          {untaken[one.key] !== undefined && <Problem>{untaken[one.key]}</Problem>}
        </Row>
      ))}
    </Part>
  );
}
