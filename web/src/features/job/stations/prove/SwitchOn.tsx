import { Box, Button, Flex, Grid, Input, Text } from '@chakra-ui/react';
import { useId, useState } from 'react';
import type { Schemas } from '../../../../api/client';
import { Findings } from '../../../../parts/Findings';
import { useKeptText } from '../../../../parts/drafts';
import { StartTimer } from '../../../timers';
import type { Change, JobView } from '../../api';
import { GateAnswers } from '../open/GateAnswers';
import { PasteReadout } from '../shared/PasteReadout';
import { totalNow } from './differences';

type Test = Schemas['TestView'];

/** What the machine did when it was switched on: one press each, with what may be seen beside it. */
export function SwitchOn({ job, test, change }: { job: JobView; test: Test | undefined; change: Change }) {
  const [note, setNote] = useKeptText(`start:${job.id}`, '');
  const [minutes, setMinutes] = useState('');
  const [clearing, setClearing] = useState(false);
  const e = job.expectation;
  const total = test?.total || totalNow(job);
  const log = (outcome: 'STARTED' | 'SILENT' | 'SIGNAL', said = note) =>
    change({
      type: 'LogStart',
      outcome,
      note: said.trim(),
      minutes: /^\d{1,4}$/.test(minutes.trim()) ? Number(minutes.trim()) : undefined,
    }).then((after) => {
      if (after) {
        setNote('');
        setMinutes('');
      }
      return after;
    });
  const upShowing = (shown: (card: JobView['starts'][number]) => Record<string, string> | undefined) =>
    void log('STARTED').then((after) => {
      const card = after?.starts.at(-1);
      const readings = card && shown(card);
      if (card && readings) void change({ type: 'EnterReadout', phase: 'AFTER', start: card.no, readings });
    });
  /** Up, with the total that this very arrangement is expected to show. */
  const whole = () =>
    upShowing((card) => {
      const total = card.comparison.find((l) => l.field === 'FIRMWARE_TOTAL')?.expected;
      return total ? { firmwareTotal: total } : undefined;
    });
  const act = (action: 'FIRMWARE_UPDATED') => void change({ type: 'LogAction', action, note: '' });
  return (
    <Box as="section" aria-label="Switch it on">
      {job.now.off.length > 0 && (
        <Text mb="1">
          Still off for this start: {job.now.off.join(', ')}. Nothing loose may touch the board.
        </Text>
      )}
      <Flex gap="2" wrap="wrap" align="center" fontSize="sm" mt="2">
        <Text>
          The first start takes <b>{e.firstStart}</b>; dark meanwhile is usual.
        </Text>
        <StartTimer job={job.id} kind="TRAINING" seconds={e.firstStartSeconds} />
      </Flex>
      <Grid templateColumns={{ base: '1fr 1fr', md: 'repeat(4, minmax(0, 1fr))' }} gap="2" mt="2">
        <Answer
          words="Up, with all its memory"
          means={total ? `${total} in its firmware` : 'its firmware counts all of it'}
          onPress={whole}
        />
        <Answer words="It came up" means="less, or not read yet" onPress={() => void log('STARTED')} />
        <Answer words="Nothing at all" means="dark, and waited out" onPress={() => void log('SILENT')} />
        <Answer
          words="A signal, no picture"
          means="a light or sound code"
          onPress={() => void log('SIGNAL')}
        />
      </Grid>
      <Box mt="2">
        <PasteReadout
          id={`paste-${job.id}-switched-on`}
          anywhere
          action="It came up, and shows this"
          onTake={(readings) => upShowing(() => readings)}
        />
      </Box>
      {e.signals.length > 0 && (
        <Flex gap="2" mt="2" wrap="wrap" align="center">
          <Text fontSize="sm" color="quiet">
            Codes of this model:
          </Text>
          {e.signals.map((code) => (
            <Button
              key={code}
              size="sm"
              variant="outline"
              color="ink"
              whiteSpace="normal"
              height="auto"
              py="1"
              onClick={() => void log('SIGNAL', code)}
            >
              {code}
            </Button>
          ))}
        </Flex>
      )}
      <Flex gap="2" mt="2" align="center" wrap="wrap">
        <Input
          aria-label="Lights, sounds, code, message"
          placeholder="lights, sounds, code, message"
          size="sm"
          flex="1"
          minW="12rem"
          value={note}
          maxLength={500}
          onChange={(x) => setNote(x.target.value)}
          autoComplete="off"
        />
        <Input
          aria-label="Minutes waited"
          placeholder="min"
          title="Minutes waited"
          size="sm"
          width="4.5rem"
          inputMode="numeric"
          value={minutes}
          maxLength={4}
          onChange={(x) => setMinutes(x.target.value)}
          autoComplete="off"
        />
        <Button size="sm" variant="outline" color="ink" onClick={() => act('FIRMWARE_UPDATED')}>
          Firmware updated
        </Button>
        <Button size="sm" variant="outline" color="ink" onClick={() => setClearing(true)}>
          Clear the firmware's settings …
        </Button>
      </Flex>
      {job.settingsCleared && (
        <Text mt="2">
          The firmware's settings were cleared: set clock, boot mode and drive mode as noted, before anything
          else.
        </Text>
      )}
      {clearing && <ClearSettings job={job} change={change} onEnd={() => setClearing(false)} />}
    </Box>
  );
}

function Answer({ words, means, onPress }: { words: string; means: string; onPress: () => void }) {
  const id = useId();
  return (
    <Button
      aria-labelledby={`${id}-words`}
      aria-describedby={`${id}-means`}
      variant="outline"
      color="ink"
      height="auto"
      py="2"
      whiteSpace="normal"
      justifyContent="flex-start"
      textAlign="start"
      onClick={onPress}
    >
      <span>
        <b id={`${id}-words`}>{words}</b>
        <Text as="span" id={`${id}-means`} display="block" fontSize="sm" fontWeight="400" color="quiet">
          {means}
        </Text>
      </span>
    </Button>
  );
}

/** Clearing the firmware's settings: behind a gate of its own. */
function ClearSettings({ job, change, onEnd }: { job: JobView; change: Change; onEnd: () => void }) {
  const gates = job.clearingGates;
  const shut = gates.some((g) => g.severity === 'STOP');
  return (
    <Box borderWidth="2px" borderColor={shut ? 'stop' : 'risk'} borderRadius="md" p="3" mt="3">
      <Text fontWeight="700" color={shut ? 'stop' : 'risk'} mb="1">
        {shut ? 'Not yet' : 'Before you clear them'}
      </Text>
      <Findings
        findings={gates}
        empty="Key and settings are taken care of. Power off and mains out first; then clear them the way the board's manual says."
      />
      <Flex gap="2" mt="3" wrap="wrap">
        {gates.map((g) => (
          <GateAnswers key={g.code} code={g.code} change={change} />
        ))}
        <Button
          disabled={shut}
          onClick={() => void change({ type: 'ClearSettings', done: true }).then((after) => after && onEnd())}
        >
          Settings are cleared
        </Button>
        <Button variant="outline" color="ink" onClick={onEnd}>
          Leave them
        </Button>
      </Flex>
    </Box>
  );
}
