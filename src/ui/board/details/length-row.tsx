'use client';

import { Box, Flex } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import {
  type Length,
  type LengthValue,
  hasException,
  lengthValueAt,
  withLength,
  withoutException,
} from '../../../core/format/length-value';
import { type LengthUnit, formatLength, parseLength, trimNumber } from '../../../core/geometry/length';
import { type Outcome, refuse } from '../../../core/refusal';
import { Button } from '../../controls/button';
import { CommitField } from '../../controls/field';
import { useBoard, useBoardStore } from '../board-store';

/** A length as its field shows it: the entered form when it was typed in another way, else the number in the unit. */
export function shownLength(length: Length, sizeId: string, unit: LengthUnit): string {
  const value = lengthValueAt(length, sizeId);
  if (typeof value === 'object') return unit === 'in' ? value.entered.replace(/ in$/, '') : value.entered;
  return formatLength(value, unit);
}

/** Reads a typed length as it is stored. */
export function typedLength(text: string, unit: LengthUnit): Outcome<{ value: LengthValue; mm: number }> {
  const parsed = parseLength(text, unit);
  if (!parsed.ok) return parsed;
  const { mm, entered } = parsed;
  return { ok: true, mm, value: entered === undefined ? mm : { mm, entered } };
}

/**
 * A length in a row of details. A size of the family may take a length of its own: then what is typed on that size holds
 * there alone.
 */
export function LengthRow(props: {
  label: string;
  length: Length;
  onChange: (length: Length, typing?: string) => Outcome<object>;
  /** What the length may be, mm; anything else is refused with these figures. */
  least?: number;
  most?: number;
  /** Committed with every key, under this name of what is typed in one go. */
  typing?: string;
  suffix?: string;
  /** In a dialog row of its own, without the size's toggle. */
  plain?: boolean;
}) {
  const { label, length, onChange, least = -10_000, most = 10_000, typing, suffix, plain } = props;
  const unit = useBoard((board) => board.document.unit);
  const sizes = useBoard((board) => board.document.sizes);
  const sizeId = useBoard((board) => board.sizeId);
  const { endTyping } = useBoardStore().getState();
  const exception = hasException(length, sizeId);
  const field = (
    <CommitField
      label={label}
      value={shownLength(length, sizeId, unit)}
      suffix={suffix ?? unit}
      live={typing !== undefined}
      onLeave={typing === undefined ? undefined : endTyping}
      onCommit={(text) => {
        const typed = typedLength(text, unit);
        if (!typed.ok) return typed;
        if (typed.mm < least || typed.mm > most) {
          return refuse(
            most < 10_000
              ? `${label}: ${trimNumber(least, 2)} to ${trimNumber(most, 2)} mm, not ${trimNumber(typed.mm, 3)}.`
              : `${label}: ${trimNumber(least, 2)} mm or more, not ${trimNumber(typed.mm, 3)}.`,
          );
        }
        return onChange(withLength(length, typed.value, exception ? sizeId : undefined), typing);
      }}
    />
  );
  if (plain || sizes.length === 1) return field;
  return (
    <OwnOnSize
      label={label}
      own={exception}
      onChange={(own) =>
        onChange(own ? withLength(length, lengthValueAt(length, sizeId), sizeId) : withoutException(length, sizeId))
      }
    >
      {field}
    </OwnOnSize>
  );
}

/** A field with the button that gives the size on the desk a value of its own, or takes that away. */
export function OwnOnSize(props: {
  label: string;
  own: boolean;
  onChange: (own: boolean) => unknown;
  children: ReactNode;
}) {
  const { label, own, onChange, children } = props;
  const sizeName = useBoard((board) => board.document.sizes.find(({ id }) => id === board.sizeId)?.name ?? '');
  return (
    <Flex align="start" gap="2px">
      <Box flex="1" minWidth={0}>
        {children}
      </Box>
      <Button
        type="button"
        look="quiet"
        mt="3px"
        fontSize="12px"
        width="32px"
        justifyContent="center"
        color={own ? undefined : 'soft'}
        aria-pressed={own}
        aria-label={`${label} on ${sizeName} only`}
        title={
          own
            ? `${sizeName} has a length of its own here; press to take the others’`
            : `Give ${sizeName} a length of its own here`
        }
        onClick={() => onChange(!own)}
      >
        {sizeName}
      </Button>
    </Flex>
  );
}
