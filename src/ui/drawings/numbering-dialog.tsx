'use client';

import { Box } from '@chakra-ui/react';
import { zodResolver } from '@hookform/resolvers/zod';
import { useEffect, useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { NumberingRule, numberBy } from '../../core/drawing/numbering';
import { Dialog } from '../controls/dialog';
import { Problem, Row, TextInput } from '../controls/field';
import { get, send } from '../data/request';

/** The rule by which new drawings are numbered. */
export function NumberingDialog({ close }: { close: () => void }) {
  const [problem, setProblem] = useState<string>();
  const { register, handleSubmit, reset, control, formState } = useForm<NumberingRule>({
    resolver: zodResolver(NumberingRule),
    defaultValues: { prefix: '', digits: 1, next: 1 },
  });
  useEffect(() => {
    get<NumberingRule>('/api/drawings/numbering').then(reset, (error: Error) => setProblem(error.message));
  }, [reset]);
  const typed = NumberingRule.safeParse(useWatch({ control }));
  const submit = handleSubmit(async (rule) => {
    try {
      await send('PUT', '/api/drawings/numbering', { rule });
      close();
    } catch (error) {
      setProblem((error as Error).message);
    }
  });
  const wrong = Object.values(formState.errors)[0]?.message;
  return (
    <Dialog
      open
      title="How drawings are numbered"
      onClose={close}
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
        <Box fontSize="13px" color="soft">
          Drawings that have a number keep it; one that is taken is passed over.
        </Box>
        {(wrong ?? problem) && <Problem>{wrong ?? problem}</Problem>}
      </form>
    </Dialog>
  );
}
