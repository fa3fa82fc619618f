import { Box, Button, Flex, Stack, Text, Textarea } from '@chakra-ui/react';
import { useCallback, useEffect, useState } from 'react';
import { useLatest } from '../../../../parts/latest';
import { useSearchParams } from 'react-router';
import { ApiProblem } from '../../../../api/client';
import { ChooseFile } from '../../../../parts/ChooseFile';
import { dropGlance, keptGlance } from '../../../../parts/glance';
import { changesOf, handIn } from '../../../../api/told';
import type { Change, JobView } from '../../api';
import { useFileDrop } from '../../../../parts/drop';
import { Press } from '../../../../parts/Hand';
import { ChoosePicture, isPicture, SeePicture } from '../../../../parts/SeePicture';
import { keepPhoto } from '../shared/photo';

type Choice = { label: string; says: string };

type Outcome = { name: string; text: string; good: boolean; choices?: Choice[] };

/** Anything that says something of the machine: dropped, chosen or pasted anywhere on the page. The server tells what it is. */
export function HandIn({ job, position, change }: { job: JobView; position?: string; change: Change }) {
  const { id } = job;
  const before = useLatest(job.before);
  const [over, setOver] = useState(false);
  const [outcomes, setOutcomes] = useState<Outcome[]>([]);
  const [sending, setSending] = useState(false);
  // What was told at the field desk and could not be read as it was stands here to be amended.
  const [params] = useSearchParams();
  const [typed, setTyped] = useState(() => (params.has('told') ? keptGlance() : ''));

  // Pictures are read here first; the next one follows when this one is done with.
  const [pictures, setPictures] = useState<File[]>([]);
  const done = () => setPictures(([, ...others]) => others);

  const send = useCallback(
    async (items: { name: string; content: Blob }[]): Promise<boolean> => {
      let all = true;
      setSending(true);
      setOutcomes([]);
      for (const { name, content } of items) {
        try {
          const kept = await handIn(id, name, content);
          for (const next of changesOf(kept, before.current, position)) {
            await change(next);
            const one = next.type === 'AddSource' && kept.all.find((a) => a.id === next.source);
            if (one) setOutcomes((now) => [...now, { name: one.name, text: one.what, good: true }]);
          }
          if (kept.told.length > 0)
            setOutcomes((now) => [...now, { name, text: kept.told.join(' '), good: true }]);
          if (kept.unread.length > 0)
            setOutcomes((now) => [...now, { name, text: `Not read: ${kept.unread.join('; ')}`, good: true }]);
        } catch (e) {
          all = false;
          setOutcomes((now) => [
            ...now,
            {
              name,
              text: e instanceof ApiProblem || e instanceof Error ? e.message : String(e),
              good: false,
              choices: e instanceof ApiProblem ? ((e.body.choices ?? []) as Choice[]) : [],
            },
          ]);
        }
      }
      setSending(false);
      return all;
    },
    [id, position, change],
  );

  const give = useCallback(
    (files: File[]) => {
      const [seen, read] = [files.filter(isPicture), files.filter((f) => !isPicture(f))];
      setPictures((waiting) => [...waiting, ...seen]);
      if (read.length > 0) void send(read.map((f) => ({ name: f.name, content: f })));
    },
    [send],
  );

  useFileDrop(give);
  useEffect(() => {
    const paste = (e: ClipboardEvent) => {
      const files = [...(e.clipboardData?.files ?? [])];
      const text = e.clipboardData?.getData('text/plain') ?? '';
      const inField = e.target instanceof HTMLElement && e.target.closest('input, textarea, select') !== null;
      // One line into a field is a paste into that field; everything else is handed in.
      if (files.length === 0 && (text.trim() === '' || (inField && !text.trim().includes('\n')))) return;
      e.preventDefault();
      if (files.length > 0) give(files);
      else void send([{ name: 'pasted text', content: new Blob([text]) }]);
    };
    window.addEventListener('paste', paste);
    return () => window.removeEventListener('paste', paste);
  }, [send, give]);

  const notKept = (e: Error) =>
    setOutcomes((now) => [...now, { name: 'The photo is not kept', text: e.message, good: false }]);
  const readTyped = (text = typed) => {
    if (text.trim() !== '' && !sending) {
      void send([{ name: 'typed', content: new Blob([text]) }]).then((good) => {
        if (!good) return;
        setTyped('');
        dropGlance();
      });
    }
  };
  return (
    <Box
      as="section"
      aria-label="Hand in something to read"
      borderWidth="2px"
      borderStyle="dashed"
      borderColor={over ? 'accent' : 'edge'}
      bg={over ? 'accentSoft' : 'panel'}
      borderRadius="md"
      p="3"
      onDragOver={(e) => {
        if (e.dataTransfer.types.includes('Files')) {
          e.preventDefault();
          setOver(true);
        }
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(e) => {
        setOver(false);
        if (e.dataTransfer.files.length > 0) {
          e.preventDefault();
          give([...e.dataTransfer.files]);
        }
      }}
    >
      <Flex gap="3" align="center" wrap="wrap">
        <Text flex="1" minW="14rem">
          <strong>Drop files here, or paste anywhere on this page:</strong> a window of the system, a
          command's answer, firmware table, SPD image, label, or a picture of one. What it is, is found out.
        </Text>
        <ChooseFile what="Files to read" multiple loading={sending} onChosen={give}>
          Choose files
        </ChooseFile>
        <ChoosePicture onChosen={(picture) => give([picture])}>A photo</ChoosePicture>
      </Flex>
      <Flex gap="2" mt="2" align="end">
        <Textarea
          aria-label="Or type what the system says"
          placeholder="Or type what the system says: installed RAM, speed, slots used ..."
          rows={1}
          autoresize
          maxH="12rem"
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
          // A line is read at Enter, as in every other field; Shift and Enter begins another line.
          onKeyDown={(e) => {
            if (e.key === 'Enter' && !e.shiftKey && !e.nativeEvent.isComposing) {
              e.preventDefault();
              readTyped();
            }
          }}
        />
        <Press
          variant="outline"
          color="ink"
          lacks={typed.trim() === '' && 'Type or paste something first.'}
          loading={sending}
          onClick={() => readTyped()}
        >
          Read it
        </Press>
      </Flex>
      {pictures.length > 0 && (
        <Box mt="2">
          <SeePicture
            key={`${pictures[0].name} ${pictures[0].lastModified}`}
            picture={pictures[0]}
            take={position ? 'It is this one' : 'Take it'}
            onLine={(line) => {
              void send([{ name: 'label in a photo', content: new Blob([line]) }]).then((good) =>
                // What is refused stands in the field, to be amended.
                good ? keepPhoto(id, pictures[0], line, change).catch(notKept) : setTyped(line),
              );
              done();
            }}
            onText={(text) => {
              void send([{ name: pictures[0].name, content: new Blob([text]) }]).then((good) => {
                if (!good) setTyped(text);
              });
              done();
            }}
            onClose={done}
          />
        </Box>
      )}
      {outcomes.length > 0 && (
        <Stack as="ul" gap="0.5" mt="2" listStyleType="none">
          {outcomes.map((o, i) => (
            <Text
              as="li"
              // biome-ignore lint/suspicious/noArrayIndexKey: two files of one name may come to the same
              key={i}
              role={o.good ? 'status' : 'alert'}
              color={o.good ? 'good' : o.choices?.length ? 'ink' : 'stop'}
              overflowWrap="anywhere"
            >
              {o.good ? '✓ ' : o.choices?.length ? '? ' : '⬣ '}
              {o.name}: {o.text}
              {o.choices?.map((c) => (
                <Button
                  key={c.says}
                  size="xs"
                  variant="outline"
                  color="ink"
                  ms="2"
                  onClick={() => readTyped(c.says)}
                >
                  {c.label}
                </Button>
              ))}
            </Text>
          ))}
        </Stack>
      )}
    </Box>
  );
}
