'use client';

import { Box, chakra } from '@chakra-ui/react';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { lackingToFinish, lackingWords } from '../../core/drawing/finishing';
import { Button } from '../controls/button';
import { Dialog } from '../controls/dialog';
import { Problem, TextArea } from '../controls/field';
import type { OpenDrawing } from './drawing-store';

/** Finishes a drawing. What is missing is listed first; it is finished all the same for a reason, which is kept. */
export function FinishButton({ open, onFinish }: { open: OpenDrawing; onFinish: (reason?: string) => void }) {
  const [asking, setAsking] = useState(false);
  const { drawing, formats } = open;
  const lacking = lackingToFinish(
    formats.map(({ edition }) => edition.document),
    drawing,
  );
  const { register, handleSubmit, formState } = useForm<{ reason: string }>({ defaultValues: { reason: '' } });
  const problem = formState.errors.reason?.message;
  return (
    <>
      <Button type="button" onClick={() => (lacking.length > 0 ? setAsking(true) : onFinish())}>
        Finish
      </Button>
      <Dialog
        open={asking}
        title={`${drawing.number} is not complete`}
        onClose={() => setAsking(false)}
        action={{ words: 'Finish all the same', form: 'finish-drawing' }}
      >
        <Box as="ul" aria-label="What is missing" pl="18px" pb="10px">
          {lacking.map((one) => (
            <li key={lackingWords(one)}>{lackingWords(one)}</li>
          ))}
        </Box>
        <chakra.form
          id="finish-drawing"
          noValidate
          onSubmit={(event) =>
            void handleSubmit(({ reason }) => {
              setAsking(false);
              onFinish(reason.trim());
            })(event)
          }
        >
          <chakra.label htmlFor="finish-reason" display="block" pb="3px">
            Why it is finished all the same
          </chakra.label>
          <TextArea
            id="finish-reason"
            rows={2}
            maxLength={300}
            aria-invalid={problem !== undefined}
            aria-describedby={problem === undefined ? undefined : 'finish-problem'}
            {...register('reason', { validate: (text) => text.trim() !== '' || 'Say why, or complete it first.' })}
          />
          {problem !== undefined && <Problem id="finish-problem">{problem}</Problem>}
        </chakra.form>
      </Dialog>
    </>
  );
}
