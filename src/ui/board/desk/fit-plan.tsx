'use client';

import { Box, Flex } from '@chakra-ui/react';
import type { FitStep } from '../../../core/lettering/style';
import { type Outcome, refuse } from '../../../core/refusal';
import { Button } from '../../controls/button';
import { CommitField, Select } from '../../controls/field';

const NEW: Record<FitStep['kind'], FitStep> = {
  squeeze: { kind: 'squeeze', least: 0.75 },
  wrap: { kind: 'wrap', lines: 2 },
  'step down': { kind: 'step down', least: 2.5 },
};

/** The ordered plan for text that does not fit: steps to add, order, set and remove; report always ends it. */
export function FitPlan({ plan, onChange }: { plan: FitStep[]; onChange: (plan: FitStep[]) => Outcome<object> }) {
  const replaced = (index: number, step: FitStep) => onChange(plan.map((one, i) => (i === index ? step : one)));
  const swapped = (index: number) =>
    onChange(plan.map((one, i) => (i === index - 1 ? plan[index]! : i === index ? plan[index - 1]! : one)));
  return (
    <>
      {plan.map((step, i) => (
        <Flex key={i} align="start" gap="4px">
          <Box flex="1">
            <StepField index={i} step={step} replace={(next) => replaced(i, next)} />
          </Box>
          <Button
            look="quiet"
            type="button"
            aria-label={`Step ${i + 1} earlier`}
            disabled={i === 0}
            onClick={() => swapped(i)}
          >
            ↑
          </Button>
          <Button
            look="quiet"
            type="button"
            aria-label={`Remove step ${i + 1}`}
            onClick={() => onChange(plan.filter((_, j) => j !== i))}
          >
            ×
          </Button>
        </Flex>
      ))}
      <Flex align="center" gap="6px" fontSize="13px" color="soft">
        {plan.length + 1} report it.
        <Box width="150px">
          <Select
            aria-label="Add a step"
            value=""
            disabled={plan.length >= 6}
            onChange={(event) => void onChange([...plan, NEW[event.target.value as FitStep['kind']]])}
          >
            <option value="">+ a step before…</option>
            <option value="squeeze">squeeze</option>
            <option value="wrap">wrap to more lines</option>
            <option value="step down">step down in height</option>
          </Select>
        </Box>
      </Flex>
    </>
  );
}

function StepField({
  index,
  step,
  replace,
}: {
  index: number;
  step: FitStep;
  replace: (step: FitStep) => Outcome<object>;
}) {
  const number = (text: string) => Number(text.replace(',', '.'));
  if (step.kind === 'squeeze') {
    return (
      <CommitField
        label={`${index + 1} Squeeze to`}
        value={String(step.least)}
        suffix="of width"
        onCommit={(text) => {
          const least = number(text);
          return least >= 0.3 && least <= 1
            ? replace({ kind: 'squeeze', least })
            : refuse('Letter width may be squeezed to 0.3 at the least; 1 means not at all.');
        }}
      />
    );
  }
  if (step.kind === 'wrap') {
    return (
      <CommitField
        label={`${index + 1} Wrap to`}
        value={String(step.lines)}
        suffix="lines"
        onCommit={(text) => {
          const lines = number(text);
          return Number.isInteger(lines) && lines >= 2 && lines <= 20
            ? replace({ kind: 'wrap', lines })
            : refuse('2 to 20 lines.');
        }}
      />
    );
  }
  return (
    <CommitField
      label={`${index + 1} Down to`}
      value={String(step.least)}
      suffix="mm"
      onCommit={(text) => {
        const least = number(text);
        return least >= 0.5 && least <= 100
          ? replace({ kind: 'step down', least })
          : refuse('A least height of 0.5 to 100 mm.');
      }}
    />
  );
}
