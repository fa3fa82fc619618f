import { Box, Button, Flex, Grid, Heading, Input, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { ApiProblem, api, type Schemas } from '../../../../api/client';
import { words } from '../../../../api/words';
import { ChooseFile } from '../../../../parts/ChooseFile';
import type { StationProps } from '../shared/props';

const MOST_BYTES = 8 * 1024 * 1024;

/** Pictures of the condition. What is sent is encoded anew on the server: no place, no camera, no owner goes on with it. */
export function Photos({ job, change, readOnly }: Pick<StationProps, 'job' | 'change' | 'readOnly'>) {
  const [caption, setCaption] = useState('');
  const [sending, setSending] = useState(false);
  const [problem, setProblem] = useState('');

  const send = async (files: File[]) => {
    setProblem('');
    setSending(true);
    for (const file of files) {
      try {
        if (!['image/jpeg', 'image/png'].includes(file.type))
          throw new Error(`${file.name}: ${words['problem.INVALID.NO_PICTURE']}`);
        if (file.size > MOST_BYTES)
          throw new Error(`${file.name} is larger than 8 MB. Make it smaller and choose it again.`);
        const kept = await api.upload<Schemas['PhotoKept']>(`/api/jobs/${job.id}/photos`, file);
        await change({ type: 'AddPhoto', photo: kept.id, caption: caption.trim() });
        setCaption('');
      } catch (e) {
        setProblem(`${e instanceof ApiProblem ? `${file.name}: ` : ''}${(e as Error).message}`);
      }
    }
    setSending(false);
  };

  return (
    <Box as="section" aria-label="Photos of the condition">
      <Heading as="h2" size="md" mb="2">
        Photos of the condition
      </Heading>
      {job.photos.length === 0 && (
        <Text color="quiet">
          None yet. Cracks, missing screws, what came with it: a picture saves an argument.
        </Text>
      )}
      <Grid as="ul" listStyleType="none" templateColumns="repeat(auto-fill, minmax(9rem, 1fr))" gap="2">
        {job.photos.map((p, i) => (
          <Box as="li" key={p.id} bg="panel" borderWidth="1px" borderColor="line" borderRadius="md" p="1.5">
            <a href={`/api/jobs/${job.id}/photos/${p.id}`} target="_blank" rel="noreferrer">
              <img
                src={`/api/jobs/${job.id}/photos/${p.id}`}
                alt={p.caption || `Photo ${i + 1} of the condition`}
                style={{ width: '100%', height: '6rem', objectFit: 'cover' }}
              />
            </a>
            <Text fontSize="sm" overflowWrap="anywhere">
              {p.caption || `Photo ${i + 1}`}
            </Text>
            {!readOnly && (
              <Button
                size="xs"
                variant="outline"
                color="ink"
                aria-label={`Take out ${p.caption || `photo ${i + 1}`}`}
                onClick={() => void change({ type: 'RemovePhoto', photo: p.id })}
              >
                Take out
              </Button>
            )}
          </Box>
        ))}
      </Grid>
      {!readOnly && (
        <Flex gap="2" mt="2" align="end" wrap="wrap">
          <Box flex="1" minW="12rem">
            <label htmlFor="photo-caption">
              <Text fontWeight="600">What the next photo shows</Text>
            </label>
            <Input
              id="photo-caption"
              value={caption}
              maxLength={200}
              onChange={(e) => setCaption(e.target.value)}
            />
          </Box>
          <ChooseFile
            what="Photos of this job"
            accept="image/jpeg,image/png"
            multiple
            loading={sending}
            onChosen={(files) => void send(files)}
          >
            Add photos
          </ChooseFile>
        </Flex>
      )}
      {problem && (
        <Text role="alert" color="stop" mt="1">
          {problem}
        </Text>
      )}
    </Box>
  );
}
