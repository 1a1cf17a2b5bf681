'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import Link from 'next/link';
import type { Outcome } from '../../core/refusal';
import { Weight } from '../../core/findings/finding';
import { findingWords } from '../../core/findings/words';
import type { Composed } from '../../core/scene/compose';
import type { AskedValue } from '../../core/format/document';
import { valueText } from '../../core/property/value';
import dynamic from 'next/dynamic';
import { dayInForm } from '../../core/office/habits';
import { Problem } from '../controls/field';
import { ValueRepairButton } from '../findings/value-repair-button';
import { boardAddress } from '../sheet/board-address';
import { AnswerField, type AnswerFields } from './answer-field';
import { askedPlaces } from './asked-places';
import { askedOf } from './use-sheets';
import { type Changed, type OpenDrawing, type Untaken, withAnswer } from './drawing-store';
import { SignatureRow, type Signing } from './signature-row';
import { lacksScale } from '../../core/drawing/finishing';
import { linksByProperty } from '../../core/format/usage';
import { SUPPLIED } from '../../core/property/supplied';
import { ScaleField } from './scale-field';
import { REVISION_ROW, isSignature, signables, whyNotAnswered } from '../../core/drawing/signing';
import { ROLE_WORDS } from '../../core/office/account';
import { useMe } from '../data/me';
import { useLocked } from './use-locked';

const DayPicker = dynamic(() => import('../controls/day-picker').then((module) => module.DayPicker), { ssr: false });

const Entry = chakra('button', {
  base: {
    display: 'flex',
    gap: '8px',
    width: '100%',
    textAlign: 'left',
    px: '12px',
    py: '5px',
    cursor: 'pointer',
    borderLeft: '3px solid transparent',
    _hover: { bg: 'plumWash' },
    _pressed: { bg: 'plumWash', borderColor: 'plum' },
  },
});

/** Everything that is asked on a drawing, in order, with what is answered; what no cell of this size prints is answered here. */
export function AskedPane(props: {
  open: OpenDrawing;
  sheet: Outcome<Composed>;
  focused: string | undefined;
  fields: AnswerFields;
  onChange: (changed: Changed) => void;
  untaken: Readonly<Record<string, Untaken>>;
  onUntaken: (key: string, untaken: Untaken | undefined) => void;
  signing: Signing;
  /** The model that the sheet shows, and what is done when it has been made to say something else. */
  shows: string;
  onModelChanged: () => void;
}) {
  const { open, sheet, focused, fields, onChange, untaken, onUntaken, signing, shows, onModelChanged } = props;
  const { drawing } = open;
  const locked = useLocked(open);
  const { me } = useMe();
  const asked = askedOf(open);
  const places = askedPlaces(
    asked.filter((one) => !isSignature(one)),
    sheet.ok ? sheet.report : undefined,
  );
  const documents = open.formats.map(({ edition }) => edition.document);
  const toSign = signables(documents, drawing).filter(({ of }) => of !== REVISION_ROW);
  const printed = printsScale(open) ? 1 : 0;
  const left =
    asked.filter(({ key }) => isOpen(drawing.answers[key])).length + (lacksScale(documents, drawing) ? 1 : 0);
  const findings = sheet.ok
    ? sheet.report.findings
        .filter(({ weight, accepted }) => weight !== 'note' && !accepted)
        .toSorted((a, b) => Weight.options.indexOf(a.weight) - Weight.options.indexOf(b.weight))
    : [];
  return (
    <>
      <Box px="12px" pt="10px" pb="4px">
        <Box as="h2" fontWeight={600}>
          What is asked
        </Box>
        <Box fontSize="13px" color={left > 0 ? 'ochre' : 'pine'} role="status">
          {asked.length + printed === 0
            ? 'This format asks for nothing.'
            : left > 0
              ? `▲ ${left} of ${asked.length + printed} still open`
              : `● all ${asked.length + printed} answered`}
        </Box>
      </Box>
      {printsScale(open) && (
        <Box px="12px" py="2px">
          <ScaleField scale={drawing.scale} disabled={locked} onChange={(scale) => onChange({ scale })} />
          {sheet.ok && sheet.report.views && (
            <Box fontSize="13px" color={sheet.report.views.scale === drawing.scale ? 'soft' : 'ochre'}>
              This sheet prints {sheet.report.views.scale}, the scale of its views.
            </Box>
          )}
        </Box>
      )}
      {places.map(({ asked: one, cell }, i) => {
        const value = drawing.answers[one.key];
        if (!cell)
          return (
            <Elsewhere
              key={one.key}
              asked={one}
              number={i + 1}
              open={open}
              onChange={onChange}
              untaken={untaken[one.key]}
              onUntaken={(said) => onUntaken(one.key, said)}
            />
          );
        return (
          <Flex key={one.key} align="center">
            <Entry
              type="button"
              data-pressed={focused === one.key ? '' : undefined}
              disabled={locked}
              title={me && whyNotAnswered(one, me.role, asked)}
              onClick={() => fields.current.get(one.key)?.focus()}
            >
              <Box as="span" width="18px" color="ochre" fontWeight={600}>
                {i + 1}
              </Box>
              <Box as="span" flex="1" minWidth={0}>
                {one.name}
                {me && whyNotAnswered(one, me.role, asked) !== undefined && (
                  <Box as="span" fontSize="12px" color="soft">
                    {' '}
                    {one.answeredBy ? `by ${ROLE_WORDS[one.answeredBy].one}` : 'by the signature'}
                  </Box>
                )}
                {one.required && isOpen(value) && (
                  <Box as="span" color="ochre" fontSize="12px">
                    {' '}
                    required
                  </Box>
                )}
                <Box
                  as="span"
                  display="block"
                  fontSize="13px"
                  color="soft"
                  overflow="hidden"
                  textOverflow="ellipsis"
                  whiteSpace="nowrap"
                >
                  {isOpen(value)
                    ? (untaken[one.key]?.text ?? '–')
                    : one.type === 'date'
                      ? dayInForm(valueText(value!), open.office.habits.dateForm)
                      : valueText(value!)}
                </Box>
                {untaken[one.key] && <Problem>Not kept: {untaken[one.key]!.reason}</Problem>}
              </Box>
            </Entry>
            {one.type === 'date' && !locked && (
              <Box pr="10px">
                <DayPicker
                  label={`Pick a day for ${one.name}`}
                  day={value === undefined ? undefined : valueText(value)}
                  onPick={(day) => onChange({ answers: withAnswer(drawing.answers, one.key, day) })}
                />
              </Box>
            )}
          </Flex>
        );
      })}
      {toSign.length > 0 && (
        <Box pt="8px">
          <Box as="h2" px="12px" fontWeight={600}>
            Signatures
          </Box>
          {toSign.map((signable) => (
            <SignatureRow
              key={signable.of}
              drawing={drawing}
              signable={signable}
              locked={locked}
              people={open.office.people}
              today={open.today}
              signing={signing}
            />
          ))}
        </Box>
      )}
      {findings.length > 0 && (
        <Box px="12px" pt="12px">
          <Box as="h2" fontWeight={600} pb="2px">
            To look at
          </Box>
          {findings.map((finding, i) => (
            <Flex key={i} gap="6px" fontSize="13px" py="2px">
              <Box as="span" color={finding.weight === 'warning' ? 'ochre' : 'vermilion'}>
                {finding.weight === 'warning' ? '▲' : '■'}
              </Box>
              <Box flex="1">
                {findingWords(finding)}{' '}
                {finding.place.block !== undefined && (
                  <Link
                    href={boardAddress(drawing.formatId, onBoard(drawing), finding.place)}
                    style={{ textDecoration: 'underline', whiteSpace: 'nowrap' }}
                  >
                    Show on the board
                  </Link>
                )}
                <Box>
                  <ValueRepairButton finding={finding} specimen={shows} onDone={onModelChanged} />
                </Box>
              </Box>
            </Flex>
          ))}
        </Box>
      )}
    </>
  );
}

/** Whether a sheet of the drawing prints a scale. */
const printsScale = ({ formats }: OpenDrawing) =>
  formats.some(({ edition }) => linksByProperty(edition.document).has(SUPPLIED.scale));

/** The sheet of a drawing as the board of its format shows it. */
const onBoard = ({ sizeId, specimen, variant }: OpenDrawing['drawing']) => ({
  sizeId,
  show: 'values' as const,
  filled: { specimen, ...(variant !== undefined && { variant }) },
});

const isOpen = (value: unknown) => value === undefined || value === '';

/** An asked value that no cell of this sheet prints. */
function Elsewhere(props: {
  asked: AskedValue;
  number: number;
  open: OpenDrawing;
  onChange: (changed: Changed) => void;
  untaken: Untaken | undefined;
  onUntaken: (untaken: Untaken | undefined) => void;
}) {
  const { asked, number, open, onChange, untaken, onUntaken } = props;
  const { drawing } = open;
  const locked = useLocked(open);
  return (
    <Flex gap="8px" px="12px" py="5px" pl="15px">
      <Box width="18px" color="ochre" fontWeight={600}>
        {number}
      </Box>
      <Box flex="1" minWidth={0}>
        {asked.name}{' '}
        <Box as="span" fontSize="12px" color="soft">
          not on this sheet
        </Box>
        <AnswerField
          asked={asked}
          office={open.office}
          answers={drawing.answers}
          among={askedOf(open)}
          disabled={locked}
          answer={(value) => onChange({ answers: withAnswer(drawing.answers, asked.key, value) })}
          untaken={untaken?.text}
          refused={(reason, text = '') => onUntaken(reason === undefined ? undefined : { text, reason })}
          style={{
            width: '100%',
            height: 26,
            padding: '0 7px',
            background: 'var(--chakra-colors-card)',
            border: '1px solid var(--chakra-colors-line)',
          }}
        />
        {untaken && <Problem>{untaken.reason}</Problem>}
      </Box>
    </Flex>
  );
}
