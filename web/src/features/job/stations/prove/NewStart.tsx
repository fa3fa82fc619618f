import { Box, Button, Flex, Heading, Input, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { Findings } from '../../../../parts/Findings';
import { useKeptText } from '../../../../parts/drafts';
import { GateAnswers } from '../open/GateAnswers';
import type { StationProps } from '../shared/props';

type Props = Pick<StationProps, 'job' | 'change'>;

/** What the machine did when it was switched on, and what was done to it meanwhile without touching a module. */
export function NewStart({ job, change }: Props) {
  const [note, setNote] = useKeptText(`start:${job.id}`, '');
  const [clearing, setClearing] = useState(false);
  const [minutes, setMinutes] = useState('');
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
  /** Up, with the total that this very arrangement is expected to show. */
  const whole = () =>
    void log('STARTED').then((after) => {
      const card = after?.starts.at(-1);
      const total = card?.comparison.find((l) => l.field === 'FIRMWARE_TOTAL')?.expected;
      if (card && total)
        void change({
          type: 'EnterReadout',
          phase: 'AFTER',
          start: card.no,
          readings: { firmwareTotal: total },
        });
    });
  const act = (action: 'WAITED' | 'MAINS' | 'FIRMWARE_UPDATED') =>
    void change({ type: 'LogAction', action, note: '' });
  return (
    <Box
      as="section"
      aria-label="Switch it on"
      bg="panel"
      borderWidth="1px"
      borderColor="line"
      borderRadius="md"
      p="3"
    >
      <Heading as="h2" size="md" mb="1">
        Switch it on, and say what it does
      </Heading>
      {job.now.off.length > 0 && (
        <Text mb="1">
          Still off for this start: {job.now.off.join(', ')}. Nothing loose may touch the board.
        </Text>
      )}
      <Flex gap="3" align="end" wrap="wrap">
        <Box flex="1" minW="14rem">
          <label htmlFor="start-note">
            <Text fontSize="sm" color="quiet">
              Lights, sounds, code, message, how long it took
            </Text>
          </label>
          <Input
            id="start-note"
            value={note}
            maxLength={500}
            onChange={(e) => setNote(e.target.value)}
            autoComplete="off"
          />
        </Box>
        <Box width="7rem">
          <label htmlFor="start-minutes">
            <Text fontSize="sm" color="quiet">
              Minutes waited
            </Text>
          </label>
          <Input
            id="start-minutes"
            inputMode="numeric"
            value={minutes}
            maxLength={4}
            onChange={(e) => setMinutes(e.target.value)}
            autoComplete="off"
          />
        </Box>
        <Button onClick={() => void log('STARTED')}>It came up</Button>
        <Button variant="outline" color="ink" onClick={whole}>
          Up, with all its memory
        </Button>
        <Button variant="outline" color="ink" onClick={() => void log('SIGNAL')}>
          A signal, no picture
        </Button>
        <Button variant="outline" color="ink" onClick={() => void log('SILENT')}>
          Nothing at all
        </Button>
      </Flex>
      {job.expectation.signals.length > 0 && (
        <Flex gap="2" mt="2" wrap="wrap" align="center">
          <Text fontSize="sm" color="quiet">
            Codes of this model:
          </Text>
          {job.expectation.signals.map((code) => (
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
      <Flex gap="2" mt="3" wrap="wrap" align="center">
        <Text fontSize="sm" color="quiet">
          Between two starts:
        </Text>
        <Button size="sm" variant="outline" color="ink" onClick={() => act('WAITED')}>
          Waited for training
        </Button>
        <Button size="sm" variant="outline" color="ink" onClick={() => act('MAINS')}>
          Put on mains
        </Button>
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

/** Clearing the firmware's settings: behind a gate of its own. */
function ClearSettings({ job, change, onEnd }: Props & { onEnd: () => void }) {
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
