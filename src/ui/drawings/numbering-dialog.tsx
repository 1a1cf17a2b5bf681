'use client';

import { Box } from '@chakra-ui/react';
import { zodResolver } from '@hookform/resolvers/zod';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { NumberingRule, numberBy } from '../../core/drawing/numbering';
import { Dialog } from '../controls/dialog';
import { Problem, Row, SelectRow, TextInput } from '../controls/field';
import { changeNumbering, changeTimeZone, readNumbering, readTimeZone } from '../../contract/office';
import { ask } from '../data/request';

/** The rule by which new drawings are numbered. */
export function NumberingDialog({ onClose }: { onClose: () => void }) {
  const [problem, setProblem] = useState<string>();
  const { register, handleSubmit, reset, control, formState } = useForm<NumberingRule>({
    resolver: zodResolver(NumberingRule),
    defaultValues: { prefix: '', digits: 1, next: 1 },
  });
  useEffect(() => {
    ask(readNumbering).then(reset, (error: Error) => setProblem(error.message));
  }, [reset]);
  const typed = NumberingRule.safeParse(useWatch({ control }));
  const submit = handleSubmit(async (rule) => {
    try {
      await ask(changeNumbering, { body: { rule } });
      onClose();
    } catch (error) {
      setProblem((error as Error).message);
    }
  });
  const wrong = Object.values(formState.errors)[0]?.message;
  return (
    <Dialog
      open
      title="How drawings are numbered and dated"
      onClose={onClose}
      action={{ words: 'Save', form: 'numbering-form', disabled: formState.isSubmitting }}
    >
      <form id="numbering-form" onSubmit={(event) => void submit(event)}>
        <Row label="Prefix" htmlFor="numbering-prefix">
          <TextInput id="numbering-prefix" autoFocus {...register('prefix')} />
        </Row>
        <Row label="Digits" htmlFor="numbering-digits">
          <TextInput id="numbering-digits" inputMode="numeric" {...register('digits', { valueAsNumber: true })} />
        </Row>
        <Row label="Next number" htmlFor="numbering-next">
          <TextInput id="numbering-next" inputMode="numeric" {...register('next', { valueAsNumber: true })} />
        </Row>
        <Row label="Next drawing">
          <Box pt="4px" fontWeight={600} data-testid="next-number">
            {typed.success ? numberBy(typed.data) : '–'}
          </Box>
        </Row>
        <TimeZoneRow />
        <Box fontSize="13px" color="soft">
          Drawings that have a number keep it; one that is taken is passed over.
        </Box>
        {(wrong ?? problem) && <Problem>{wrong ?? problem}</Problem>}
      </form>
    </Dialog>
  );
}

const ZONES = ['UTC', ...Intl.supportedValuesOf('timeZone').filter((zone) => zone !== 'UTC')];

/** The time zone by which the office's day is told: what *today* means on drawings and for revisions. Set at once. */
function TimeZoneRow() {
  const client = useQueryClient();
  const { data } = useQuery({ queryKey: ['time zone'], queryFn: () => ask(readTimeZone) });
  const { mutate, error } = useMutation({
    mutationFn: (timeZone: string) => ask(changeTimeZone, { body: { timeZone } }),
    onSuccess: (answer) => client.setQueryData(['time zone'], answer),
  });
  return (
    <>
      <SelectRow
        label="Time zone"
        value={data?.timeZone ?? 'UTC'}
        options={ZONES.map((zone) => ({ value: zone, label: zone.replaceAll('_', ' ') }))}
        onChange={(zone) => mutate(zone)}
      />
      <Row label="Today">
        <Box pt="4px" data-testid="office-today">
          {data?.today ?? '…'}
        </Box>
      </Row>
      {error && <Problem>{error.message}</Problem>}
    </>
  );
}
