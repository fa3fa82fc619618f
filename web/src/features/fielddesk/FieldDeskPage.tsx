import { Box, Button, Flex, Grid, Heading, Stack, Text, Textarea } from '@chakra-ui/react';
import { useDeferredValue, useEffect, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { useMachines } from '../../api/machines';
import { EVERYWHERE, Keys } from '../../parts/keys';
import { SelectField } from '../../parts/Labelled';
import { AskTheMachine } from '../../parts/AskTheMachine';
import { MachinePicker } from '../../parts/MachinePicker';
import type { Account } from '../session';
import { Reckonings } from './Reckonings';
import { useAddTold, useGlance, useOpenJobs } from './api';
import { GlanceAnswer } from '../../parts/GlanceAnswer';
import { keepGlance } from '../../parts/glance';
import { Press } from '../../parts/Hand';
import { ChooseFile } from '../../parts/ChooseFile';
import { useFileDrop } from '../../parts/drop';
import { ChoosePicture, isPicture, pictureIn, SeePicture } from '../../parts/SeePicture';

/** Characters that the field takes. */
const MOST = 100_000;

const EXAMPLE = 'Installed RAM  6.00 GB (5.71 GB usable)\nSpeed: 2400 MT/s\nSlots used: 1 of 2';

/** Without a job: what the system says goes in, an answer comes out; one key makes it a job. */
export function FieldDeskPage({ account }: { account: Account }) {
  const [params] = useSearchParams();
  const machines = useMachines();
  const navigate = useNavigate();
  const [text, setText] = useState('');
  const [machine, setMachine] = useState(params.get('machine') ?? '');
  const [settled, setSettled] = useState('');
  const [picture, setPicture] = useState<File>();
  const deferred = useDeferredValue(text);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(deferred), 250);
    return () => clearTimeout(timer);
  }, [deferred]);
  const glance = useGlance(settled, machine);
  const writes = account.role !== 'DESK';
  useEffect(() => {
    const paste = (e: ClipboardEvent) => {
      const pasted = pictureIn(e.clipboardData);
      if (!pasted) return;
      e.preventDefault();
      setPicture(pasted);
    };
    window.addEventListener('paste', paste);
    return () => window.removeEventListener('paste', paste);
  }, []);
  const [fileName, setFileName] = useState('');
  const [tooLarge, setTooLarge] = useState('');
  const give = async (file: File) => {
    if (isPicture(file)) {
      setPicture(file);
      return;
    }
    const told = await textOf(file);
    setTooLarge(told.length > MOST ? file.name : '');
    if (told.length > MOST) return;
    setFileName(file.name);
    setText(told);
  };
  useFileDrop(([file]) => void give(file));
  /** What a picture shows stands below what was typed. */
  const add = (seen: string) =>
    setText((t) => (t.trim() === '' ? seen : `${t.trimEnd()}\n${seen}`).slice(0, MOST));
  const take = () => {
    keepGlance(text);
    navigate(machine ? `/jobs?take=${encodeURIComponent(machine)}&glance` : '/jobs?take&glance');
  };
  /** Nobody has a record of it yet: it is described first, and what was told here goes with it. */
  const describe = (typed: string) => {
    keepGlance(text);
    navigate(`/machines?new=${encodeURIComponent(typed)}${text.trim() ? '&then=take&glance' : ''}`);
  };
  return (
    <Box as="main" p={{ base: '3', md: '5' }} maxW="76rem" mx="auto" width="full">
      <Keys map={EVERYWHERE} />
      <Heading as="h1" size="2xl" mb="1">
        Half a minute to know
      </Heading>
      <Text color="quiet" mb="4" maxW="46rem">
        Type or paste what the system says about its memory: about page, performance page, system information,
        a command's answer, a module's label; any part of it, in any order. A photo or screenshot of it will
        do.
      </Text>
      <Grid templateColumns={{ base: '1fr', lg: '26rem 1fr' }} gap="6" alignItems="start">
        <Stack gap="3">
          <Box>
            <label htmlFor="glance-text">
              <Text fontWeight="600">What the system says</Text>
            </label>
            {tooLarge !== '' && (
              <Text role="alert" color="stop">
                {tooLarge} is too large for a look of half a minute. Make a job of the machine and hand it in
                there.
              </Text>
            )}
            {fileName !== '' && text !== '' && <Text>From the file {fileName}</Text>}
            <Textarea
              id="glance-text"
              rows={9}
              value={text}
              placeholder={EXAMPLE}
              maxLength={MOST}
              autoFocus
              onChange={(e) => setText(e.target.value)}
            />
          </Box>
          <Flex gap="2" wrap="wrap">
            <ChoosePicture onChosen={setPicture}>From a photo or screenshot</ChoosePicture>
            <ChooseFile what="File to read" onChosen={([file]) => void give(file)}>
              From a file
            </ChooseFile>
          </Flex>
          <details>
            <Box as="summary" cursor="pointer" width="fit-content">
              Let the machine tell it
            </Box>
            <Box mt="1">
              <AskTheMachine where="drop or paste above" />
            </Box>
          </details>
          <MachinePicker
            label="Model, if it is known"
            machines={machines.data}
            chosen={machine}
            onChoose={setMachine}
            onUnknown={writes ? describe : undefined}
          />
          {writes && text.trim() !== '' && <AddToJob told={text} />}
          <Flex gap="2" wrap="wrap" align="center">
            {writes && (
              <Press lacks={text.trim() === '' && 'Type or paste something first.'} onClick={take}>
                Make it a job
              </Press>
            )}
            {text !== '' && (
              <Button variant="outline" color="ink" onClick={() => (setText(''), setFileName(''))}>
                Clear
              </Button>
            )}
          </Flex>
        </Stack>
        <Box minW="0">
          {picture && (
            <Box mb="4">
              <SeePicture
                picture={picture}
                atOnce
                onLine={add}
                onText={add}
                onClose={() => setPicture(undefined)}
              />
            </Box>
          )}
          {text.trim() === '' ? (
            <Text color="quiet" fontSize="lg">
              The answer stands here as soon as something is typed. A known model is also in{' '}
              <Link to="/machines" style={{ textDecoration: 'underline' }}>
                Machines
              </Link>
              .
            </Text>
          ) : glance.isError ? (
            <Text role="alert" color="stop">
              {glance.error.message}
            </Text>
          ) : glance.data ? (
            <GlanceAnswer glance={glance.data} onSay={setText} />
          ) : (
            <Text color="quiet">One moment …</Text>
          )}
        </Box>
      </Grid>
      <Reckonings />
    </Box>
  );
}

/**
 * A file's text: shells of Windows write UTF-16, with its mark. What is no text (a firmware table, a chip's image) becomes the one part of
 * such a file as a system writes of itself, which is one.
 */
async function textOf(file: File): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  const wide = bytes[0] === 0xff && bytes[1] === 0xfe;
  const text = new TextDecoder(wide ? 'utf-16le' : 'utf-8').decode(bytes);
  if (!text.includes('\0') && !text.includes('\ufffd')) return text;
  const hex = Array.from(bytes, (b) => b.toString(16).padStart(2, '0')).join('');
  const name = file.name.slice(0, 200) || 'a file';
  return JSON.stringify({
    format: 'zephyr-ridge/look',
    version: 1,
    system: 'a file',
    parts: [{ name, hex }],
    unread: [],
  });
}

/** The machine is on the bench already: what was told goes to its job. */
function AddToJob({ told }: { told: string }) {
  const jobs = useOpenJobs();
  const add = useAddTold();
  const navigate = useNavigate();
  if (!jobs.data || jobs.data.length === 0) return null;
  return (
    <Box>
      <SelectField
        label="Or add it to a job on the bench"
        value=""
        options={[
          ['', 'Choose the job'],
          ...jobs.data.map<[string, string]>((j) => [String(j.id), `#${j.id} ${j.machine}, ${j.owner}`]),
        ]}
        onChange={(id) =>
          id && add.mutate({ job: Number(id), told }, { onSuccess: () => navigate(`/jobs/${id}/read`) })
        }
        disabled={add.isPending}
      />
      {add.isError && (
        <Text role="alert" color="stop">
          {add.error.message}
        </Text>
      )}
    </Box>
  );
}
