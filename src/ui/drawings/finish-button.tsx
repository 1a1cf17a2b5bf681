'use client';

import { chakra } from '@chakra-ui/react';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import type { DrawingView } from '../../contract/drawings';
import type { Lacking } from '../../core/drawing/finishing';
import { Button } from '../controls/button';
import { Dialog } from '../controls/dialog';
import { Problem, TextArea } from '../controls/field';
import { LackingList } from './lacking-list';

/**
 * Finishes a drawing. What is missing or wrong is listed first, each with the way to it; it is finished all the same for a reason, which
 * is kept.
 */
export function FinishButton(props: {
  drawing: DrawingView;
  /** @returns what it lacks */
  onFinish: (reason?: string) => Promise<Lacking[] | undefined>;
  onGo: (lacking: Lacking) => void;
}) {
  const { drawing, onFinish, onGo } = props;
  const [lacking, setLacking] = useState<Lacking[]>();
  const [working, setWorking] = useState(false);
  const finish = async (reason?: string) => {
    setLacking(undefined);
    setWorking(true);
    setLacking(await onFinish(reason));
    setWorking(false);
  };
  const { register, handleSubmit, formState } = useForm<{ reason: string }>({ defaultValues: { reason: '' } });
  const problem = formState.errors.reason?.message;
  return (
    <>
      <Button type="button" disabled={working} onClick={() => void finish()}>
        {working ? 'Finishing…' : 'Finish'}
      </Button>
      <Dialog
        open={lacking !== undefined}
        title={`${drawing.number} is not complete`}
        onClose={() => setLacking(undefined)}
        action={{ words: 'Finish all the same', form: 'finish-drawing' }}
      >
        <LackingList
          lacking={lacking ?? []}
          onGo={(one) => {
            setLacking(undefined);
            onGo(one);
          }}
        />
        <chakra.form
          id="finish-drawing"
          noValidate
          onSubmit={(event) => void handleSubmit(({ reason }) => finish(reason.trim()))(event)}
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
