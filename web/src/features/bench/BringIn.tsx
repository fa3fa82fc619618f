import { Button, Flex, Link as ChakraLink, Text } from '@chakra-ui/react';
import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { api, type Schemas } from '../../api/client';

/** All jobs as a list, and a job that another workshop wrote out. */
export function BringIn({ writes }: { writes: boolean }) {
  const navigate = useNavigate();
  const file = useRef<HTMLInputElement>(null);
  const [wrong, setWrong] = useState<string>();
  const bring = async (chosen: File | undefined) => {
    if (!chosen) return;
    setWrong(undefined);
    try {
      const job = await api.upload<Schemas['JobView']>(
        '/api/jobs/import',
        new Blob([chosen], { type: 'application/octet-stream' }),
      );
      navigate(`/jobs/${job.id}`);
    } catch (e) {
      setWrong((e as Error).message);
    }
  };
  return (
    <Flex gap="3" align="center" wrap="wrap" fontSize="sm">
      <ChakraLink href="/api/jobs.csv" download color="accent" textDecoration="underline">
        All jobs as CSV
      </ChakraLink>
      {writes && (
        <>
          <Button size="sm" variant="outline" color="ink" onClick={() => file.current?.click()}>
            Bring a job in …
          </Button>
          <input
            ref={file}
            type="file"
            accept=".json,application/json"
            hidden
            aria-label="A job that was written out as JSON"
            onChange={(e) => {
              void bring(e.target.files?.[0]);
              e.target.value = '';
            }}
          />
        </>
      )}
      {wrong && (
        <Text role="alert" color="stop">
          {wrong}
        </Text>
      )}
    </Flex>
  );
}
