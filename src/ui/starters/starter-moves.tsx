import { useState } from 'react';
import { Box } from '@chakra-ui/react';
import { counted } from '../../core/counted';
import { Button } from '../controls/button';
import { Dialog } from '../controls/dialog';
import { Problem, Row, TextInput } from '../controls/field';
import type { StarterStore } from './starter-store';

/** What can be done with an edition of a starter as a whole. */
export function StarterMoves(props: {
  store: StarterStore;
  state: 'open' | 'released' | 'withdrawn';
  number: number;
  found: number;
}) {
  const { store, state, number, found } = props;
  const [releasing, setReleasing] = useState(false);
  const [note, setNote] = useState('');
  const [problem, setProblem] = useState<string>();
  const move = async (...[to, words]: Parameters<StarterStore['move']>) => {
    try {
      await store.move(to, words);
      setProblem(undefined);
      setReleasing(false);
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  return (
    <>
      {problem !== undefined && !releasing && <Problem>{problem}</Problem>}
      {state === 'open' && (
        <Button type="button" look="primary" onClick={() => setReleasing(true)}>
          Release…
        </Button>
      )}
      {state === 'released' && (
        <Button type="button" onClick={() => void move('withdrawn')}>
          Withdraw
        </Button>
      )}
      {state === 'withdrawn' && (
        <Button type="button" onClick={() => void move('restored')}>
          Restore
        </Button>
      )}
      {state !== 'open' && (
        <Button type="button" look="primary" onClick={() => void move('open')}>
          Open the next edition
        </Button>
      )}
      {releasing && (
        <Dialog
          open
          title={`Release edition ${number}`}
          onClose={() => setReleasing(false)}
          action={{ words: 'Release', onPerform: () => void move('released', note) }}
        >
          <Box pb="8px">
            {found === 0
              ? '● Nothing is found about the views on the models that it is tried on.'
              : `▲ ${counted(found, 'finding')} about the views on the model in hand. It can be released all the same.`}
          </Box>
          <Row label="What is new" htmlFor="starter-note">
            <TextInput
              id="starter-note"
              value={note}
              maxLength={1000}
              onChange={(event) => setNote(event.target.value)}
            />
          </Row>
          {problem !== undefined && <Problem>{problem}</Problem>}
        </Dialog>
      )}
    </>
  );
}
