'use client';

import { type CSSProperties, type RefObject, useId, useRef, useState } from 'react';
import type { Answers } from '../../core/drawing/drawing';
import { type Person, peopleFor } from '../../core/office/person';
import { readValue } from '../../core/property/reading-value';
import { dayFrom, dayInForm } from '../../core/office/habits';
import type { OfficeData } from '../data/office';
import type { AskedValue } from '../../core/format/document';
import { valueText } from '../../core/property/value';
import { whyNotAnswered } from '../../core/drawing/signing';
import { useMe } from '../data/me';

/** The fields that are there, by the key of what they answer: so that a list or a click on the sheet leads to them. */
export type AnswerFields = RefObject<Map<string, HTMLInputElement>>;

/** What is offered for an answer; undefined where nothing is. */
function choicesOf(
  { type, choices, key, property = key }: AskedValue,
  people: readonly Person[],
): readonly string[] | undefined {
  if (type === 'person') return peopleFor(property, people).map(({ name }) => name);
  return type === 'choice' ? choices : type === 'yes/no' ? ['yes', 'no'] : undefined;
}

/**
 * The field that answers an asked value. Every text that is an answer is taken at once; with one that is not, the answer that was there
 * before stays, what was typed stays in the field, and `refused` is told why.
 */
export function AnswerField(props: {
  asked: AskedValue;
  answers: Answers;
  /** All that is asked on the drawing. */
  among: readonly AskedValue[];
  answer: (value: Answers[string] | undefined) => void;
  refused: (reason: string | undefined, text?: string) => void;
  /** What was typed before and not taken. */
  untaken?: string | undefined;
  disabled?: boolean;
  style?: CSSProperties;
  fields?: AnswerFields;
  /** The office: its people are offered where a person is asked for, days are typed in its form. */
  office?: Pick<OfficeData, 'people' | 'habits'>;
  onFocus?: () => void;
  onBlur?: () => void;
}) {
  const { asked, answers, among, answer, refused, untaken, disabled, style, fields, office, onFocus, onBlur } = props;
  const { me } = useMe();
  const whyNot = me && whyNotAnswered(asked, me.role, among);
  const given = answers[asked.key];
  /** The answer that was there when the field was entered, once another one has been taken from it. */
  const former = useRef<{ value: typeof given }>(undefined);
  const [typed, setTyped] = useState<string>();
  const id = useId();
  const choices = choicesOf(asked, office?.people ?? []);
  const isDay = asked.type === 'date';
  const form = office?.habits.dateForm ?? 'yyyy-MM-dd';
  const shown = given === undefined ? '' : valueText(given);
  const take = (text: string) => {
    const read = readValue(asked, isDay ? dayFrom(text, form) : text);
    if (read.ok) {
      former.current ??= { value: given };
      answer(read.value);
      refused(undefined);
      return;
    }
    giveBack();
    refused(isDay ? `“${text}” is not a date. Type it as ${dayInForm('2026-06-02', form)}.` : read.reason, text);
  };
  const giveBack = () => {
    if (former.current) answer(former.current.value);
    former.current = undefined;
  };
  return (
    <>
      <input
        ref={(element) => {
          if (element) fields?.current.set(asked.key, element);
          return () => void fields?.current.delete(asked.key);
        }}
        id={id}
        aria-label={asked.prompt || asked.name}
        data-asked={asked.key}
        value={typed ?? untaken ?? (isDay ? dayInForm(shown, form) : shown)}
        disabled={disabled === true || whyNot !== undefined}
        title={whyNot}
        list={choices ? `${id}-choices` : undefined}
        autoComplete="off"
        style={style}
        onFocus={(event) => {
          former.current = undefined;
          event.target.select();
          onFocus?.();
        }}
        onChange={(event) => {
          setTyped(event.target.value);
          take(event.target.value);
        }}
        onBlur={() => {
          setTyped(undefined);
          onBlur?.();
        }}
        onKeyDown={(event) => {
          if (event.key === 'Escape') {
            setTyped(undefined);
            giveBack();
            refused(undefined);
          }
          event.stopPropagation();
        }}
      />
      {choices && (
        <datalist id={`${id}-choices`}>
          {choices.map((choice) => (
            <option key={choice} value={choice} />
          ))}
        </datalist>
      )}
    </>
  );
}
