import { Box, Button, Flex, Input, Text } from '@chakra-ui/react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Schemas } from '../../../../api/client';
import { SelectField } from '../../../../parts/Labelled';
import type { JobView } from '../../api';
import { Press } from '../../../../parts/Hand';

type Lesson = Schemas['NewLesson'];

const TOPICS: [Lesson['topic'], string][] = [
  ['HOW_OFF', 'how it comes off'],
  ['HOW_ON', 'how it goes back'],
  ['BROKE', 'what broke there'],
  ['KEY_SIDE', 'where the notch is'],
  ['SIGNAL', 'a notice or a code at the start'],
];

/** What hands have learned goes into the record with one tap: words, notch, codes, and the seconds that were measured. */
export function Lessons({ job }: { job: JobView }) {
  const client = useQueryClient();
  const [topic, setTopic] = useState<Lesson['topic']>('HOW_OFF');
  const [about, setAbout] = useState('');
  const [text, setText] = useState('');
  const keep = useMutation({
    mutationFn: (lesson: Lesson) =>
      api.post<Schemas['MachineSummary']>(
        `/api/machines/${encodeURIComponent(job.machineId)}/lessons`,
        lesson,
      ),
    onSuccess: () =>
      Promise.all(['machine', 'machines'].map((key) => client.invalidateQueries({ queryKey: [key] }))),
  });
  const places: [string, string][] =
    topic === 'KEY_SIDE'
      ? job.fitLines.map((l) => [l.position, l.label])
      : topic === 'SIGNAL'
        ? []
        : job.opening.parts.map((p) => [p.id, p.name]);
  const { measured } = job.opening;
  return (
    <details data-lessons>
      <Box as="summary" cursor="pointer" fontWeight="600" width="fit-content">
        Keep what was learned in the record
      </Box>
      <Flex gap="3" align="end" wrap="wrap" mt="2">
        <Box width="15rem">
          <SelectField
            label="What"
            value={topic}
            options={TOPICS}
            onChange={(t) => (setTopic(t as Lesson['topic']), setAbout(''))}
          />
        </Box>
        {places.length > 0 && (
          <Box width="14rem">
            <SelectField
              label="Where"
              value={about}
              options={[['', 'choose'], ...places]}
              onChange={setAbout}
            />
          </Box>
        )}
        <Box flex="1" minW="14rem">
          <label>
            <Text fontWeight="600">In words</Text>
            <Input value={text} maxLength={300} onChange={(e) => setText(e.target.value)} />
          </label>
        </Box>
        <Press
          lacks={
            text.trim() === ''
              ? 'Write first what was learned.'
              : places.length > 0 && about === '' && 'Choose first which part it is about.'
          }
          loading={keep.isPending}
          onClick={() => keep.mutate({ topic, about, text: text.trim() }, { onSuccess: () => setText('') })}
        >
          Keep it
        </Press>
      </Flex>
      {measured.length > 0 && (
        <Box mt="2">
          <Text fontWeight="600">Seconds, measured here beside the record's</Text>
          {measured.map((m) => (
            <Flex key={m.part} gap="3" align="center" wrap="wrap" py="0.5">
              <Text minW="12rem">{m.name}</Text>
              <Text>
                off {m.off ?? '–'} ({m.recordOff}), on {m.on ?? '–'} ({m.recordOn})
              </Text>
              <Button
                size="xs"
                variant="outline"
                color="ink"
                onClick={() =>
                  keep.mutate({ topic: 'MINUTES', about: m.part, text: '', off: m.off, on: m.on })
                }
              >
                Keep these
              </Button>
            </Flex>
          ))}
        </Box>
      )}
      {keep.isError && (
        <Text role="alert" color="stop">
          {keep.error.message}
        </Text>
      )}
      {keep.isSuccess && (
        <Text role="status" color="good">
          ✓ In the record; jobs begun before go on with what they had.
        </Text>
      )}
    </details>
  );
}
