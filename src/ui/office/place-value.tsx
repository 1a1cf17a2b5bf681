'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useId, useState } from 'react';
import { type ForeseenValue, type OfficePlace, changePlaceValue, foreseeValue } from '../../contract/places';
import type { PropertyDefinition } from '../../core/property/definition';
import { readValue } from '../../core/property/reading-value';
import { type Value, valueText } from '../../core/property/value';
import { Button } from '../controls/button';
import { Problem, Row, Select, TextArea, TextInput } from '../controls/field';
import { currentIn, ask } from '../data/request';
import { takeInPicture } from '../data/take-in-picture';
import { ValueForesight } from './value-foresight';

/** What somebody else has put in the place of a value meanwhile. */
interface Clash {
  theirs: Value | undefined;
  mine: Value | null;
}

/**
 * One value of the office. It is kept when its field is left, once it is said what it does to drawings in work that print it; what is refused stays as it was typed, with the reason. When somebody
 * else has changed it meanwhile both are shown.
 */
export function PlaceValue(props: {
  place: OfficePlace;
  property: PropertyDefinition;
  /** Told what is being typed, when it is a value; undefined when it is given up. */
  onType: (value: Value | undefined) => void;
  onLook: () => void;
  /** Asked to show what is kept now. */
  onKeep: () => Promise<void>;
}) {
  const { place, property, onType, onLook, onKeep } = props;
  const id = useId();
  const present = place.values[property.id];
  const [typed, setTyped] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const [clash, setClash] = useState<Clash>();
  const [foreseen, setForeseen] = useState<{ value: Value | null; of: ForeseenValue }>();
  /** Keeps a value that no drawing in work prints; of any other it is said first what it does. */
  const propose = async (value: Value | null) => {
    try {
      const of = await ask(foreseeValue, { params: { id: place.id }, body: { property: property.id, value } });
      if (of.drawings > 0) setForeseen({ value, of });
      else await keep(value);
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  const keep = async (value: Value | null, before: Value | undefined = present, newDrawingsOnly = false) => {
    const body = {
      property: property.id,
      before: before ?? null,
      value,
      ...(newDrawingsOnly && { newDrawingsOnly: true as const }),
    };
    setForeseen(undefined);
    try {
      await ask(changePlaceValue, { params: { id: place.id }, body });
      setProblem(undefined);
      setClash(undefined);
      await onKeep();
      setTyped(undefined);
      onType(undefined);
    } catch (error) {
      const current = currentIn<OfficePlace>(error);
      if (current) setClash({ theirs: current.values[property.id], mine: value });
      else setProblem((error as Error).message);
    }
  };
  const settle = () => {
    if (typed === undefined) return;
    if (typed === (present === undefined ? '' : valueText(present))) {
      setTyped(undefined);
      return;
    }
    const read = readValue(property, typed);
    if (!read.ok) setProblem(read.reason);
    else void propose(read.value ?? null);
  };
  const undo = () => {
    setTyped(undefined);
    setProblem(undefined);
    setForeseen(undefined);
    onType(undefined);
  };
  const type = (text: string) => {
    setTyped(text);
    setForeseen(undefined);
    const read = readValue(property, text);
    if (read.ok) onType(read.value ?? '');
  };
  const shown = typed ?? (present === undefined ? '' : valueText(present));
  const field = {
    id,
    value: shown,
    'aria-invalid': problem !== undefined,
    'aria-describedby': problem === undefined ? undefined : `${id}-problem`,
    onFocus: onLook,
    onBlur: settle,
    onKeyDown: (event: { key: string; stopPropagation: () => void }) => {
      if (event.key !== 'Escape') return;
      event.stopPropagation();
      undo();
    },
  };
  const choices = property.type === 'yes/no' ? ['yes', 'no'] : property.choices;
  return (
    <Row label={property.name} htmlFor={id}>
      {property.type === 'picture' ? (
        <PictureValue id={id} value={present} onLook={onLook} onKeep={propose} onProblem={setProblem} />
      ) : choices ? (
        <Select
          {...field}
          onBlur={undefined}
          onChange={(event) => {
            const read = readValue(property, event.target.value);
            if (read.ok) void propose(read.value ?? null);
          }}
        >
          <option value="" />
          {choices.map((choice) => (
            <option key={choice}>{choice}</option>
          ))}
        </Select>
      ) : property.type === 'text' ? (
        <TextArea
          {...field}
          rows={Math.min(4, shown.split('\n').length)}
          onChange={(event) => type(event.target.value)}
        />
      ) : (
        <TextInput {...field} onChange={(event) => type(event.target.value)} />
      )}
      {problem !== undefined && <Problem id={`${id}-problem`}>{problem}</Problem>}
      {foreseen && (
        <ValueForesight
          name={property.name}
          foreseen={foreseen.of}
          onSettle={(choice) => {
            if (choice === 'undo') undo();
            else void keep(foreseen.value, present, choice === 'new drawings only');
          }}
        />
      )}
      {clash && (
        <Box role="alert" fontSize="14px" borderLeft="2px solid" borderColor="ochre" pl="8px" my="4px">
          Somebody else has put “{clash.theirs === undefined ? '' : valueText(clash.theirs)}” here meanwhile.
          <Flex gap="6px" pt="4px">
            <Button type="button" onClick={() => void keep(clash.mine, clash.theirs)}>
              Keep mine
            </Button>
            <Button
              type="button"
              look="quiet"
              onClick={() => {
                setClash(undefined);
                setTyped(undefined);
                onType(undefined);
                void onKeep();
              }}
            >
              Take theirs
            </Button>
          </Flex>
        </Box>
      )}
    </Row>
  );
}

/** A mark: a picture by file, in place of the one there is. */
function PictureValue(props: {
  id: string;
  value: Value | undefined;
  onLook: () => void;
  onKeep: (value: Value | null) => Promise<void>;
  onProblem: (problem: string | undefined) => void;
}) {
  const { id, value, onLook, onKeep, onProblem } = props;
  const take = async (file: File | undefined) => {
    if (!file) return;
    onLook();
    const taken = await takeInPicture(file);
    if (!taken.ok) {
      onProblem(taken.reason);
      return;
    }
    await onKeep(taken.hash);
    if (taken.leftOut.length > 0) onProblem(`The picture is in; left out of it: ${taken.leftOut.join(', ')}.`);
  };
  return (
    <Flex gap="8px" align="center" wrap="wrap">
      {value !== undefined && (
        <Box fontSize="13px" color="soft" width="100%">
          A picture is in; the sheet shows it where it is linked.
        </Box>
      )}
      <input
        id={id}
        type="file"
        accept=".png,.jpg,.jpeg,.svg,image/png,image/jpeg,image/svg+xml"
        style={{ maxWidth: 190 }}
        onFocus={onLook}
        onChange={(event) => void take(event.target.files?.[0])}
      />
      {value !== undefined && (
        <Button type="button" look="quiet" onClick={() => void onKeep(null)}>
          Remove
        </Button>
      )}
    </Flex>
  );
}
