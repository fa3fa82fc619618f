import { Box, Button, Flex, Input, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { SelectField } from '../../../../parts/Labelled';
import type { StationProps } from '../shared/props';
import { Press } from '../../../../parts/Hand';

const ANSWER = {
  NOT_ASKED: 'not asked yet',
  OWNER_AGREES: 'owner agrees',
  OWNER_REFUSES: 'owner wants it whole',
};

/** Seals found on the way: each stops the work until it is answered by itself. */
export function Seals({ job, change, readOnly }: Pick<StationProps, 'job' | 'change' | 'readOnly'>) {
  const [adding, setAdding] = useState(false);
  const [where, setWhere] = useState('');
  const [part, setPart] = useState('');
  const { seals, parts } = job.opening;
  return (
    <Box as="section" aria-label="Seals">
      {seals.map((s) => (
        <Flex key={s.id} gap="3" align="center" wrap="wrap" py="1" data-seal={s.id}>
          <Text flex="1" minW="14rem">
            <b>Seal:</b> {s.where}
            {s.part && ` (holds ${s.part})`}: {ANSWER[s.answer]}
          </Text>
          {!readOnly &&
            (['OWNER_AGREES', 'OWNER_REFUSES'] as const)
              .filter((a) => a !== s.answer)
              .map((answer) => (
                <Button
                  key={answer}
                  size="sm"
                  variant="outline"
                  color="ink"
                  onClick={() => void change({ type: 'AnswerSeal', seal: s.id, answer })}
                >
                  {answer === 'OWNER_AGREES' ? 'Owner agrees' : 'Owner wants it whole'}
                </Button>
              ))}
        </Flex>
      ))}
      {!readOnly &&
        (adding ? (
          <Flex gap="3" wrap="wrap" align="end">
            <Box minW="16rem" flex="1">
              <label>
                <Text fontWeight="600">Where the seal is</Text>
                <Input value={where} maxLength={200} onChange={(e) => setWhere(e.target.value)} />
              </label>
            </Box>
            <Box minW="12rem">
              <SelectField
                label="What it holds"
                value={part}
                options={[['', 'not said'], ...parts.map((p): [string, string] => [p.id, p.name])]}
                onChange={setPart}
              />
            </Box>
            <Press
              lacks={where.trim() === '' && 'Say first where the seal is.'}
              onClick={() => {
                void change({ type: 'FindSeal', where: where.trim(), part });
                setAdding(false);
                setWhere('');
              }}
            >
              Pause the job
            </Press>
            <Button variant="ghost" color="ink" onClick={() => setAdding(false)}>
              Cancel
            </Button>
          </Flex>
        ) : (
          <Button size="sm" variant="outline" color="ink" onClick={() => setAdding(true)}>
            A seal is found
          </Button>
        ))}
    </Box>
  );
}
