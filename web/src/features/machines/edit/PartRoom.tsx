import { Box, Button, Grid, Heading } from '@chakra-ui/react';
import { type ReactNode, useState } from 'react';
import type { Brush } from '../../../parts/ScrewKind';
import { ChosenCatch, ChosenScrew } from './ChosenMark';
import { DrawSide } from './DrawSide';
import * as d from './draft';
import { PartForm, SIDES } from './PartForm';

const FIRST: Brush = { bit: 'PH0', lengthTenths: 40, role: 'OUT' };

/** A part: drawn large, and beside it what is chosen in the drawing, or the part itself. */
export function PartRoom({
  record,
  part,
  onChange,
  yields,
}: {
  record: d.MachineRecord;
  part: d.Part;
  onChange: (next: d.MachineRecord) => void;
  /** What the record yields as it is drawn now. */
  yields: ReactNode;
}) {
  const [chosen, setChosen] = useState<string>();
  const [brush, setBrush] = useState<Brush>(() => part.fasteners.at(-1) ?? FIRST);
  const change = (next: Partial<d.Part>) => onChange(d.changePart(record, part.id, next));
  const screw = part.fasteners.find((f) => f.id === chosen);
  const mark = part.catches.find((c) => c.id === chosen);
  return (
    <Grid
      as="section"
      aria-label={`Part ${part.name}`}
      templateColumns={{ base: 'minmax(0, 1fr)', xl: 'minmax(0, 1fr) 21rem' }}
      gap="4"
      alignItems="start"
    >
      <Box minW="0">
        <Heading as="h2" size="md" mb="2">
          {part.name}, {SIDES.find(([s]) => s === part.side)?.[1]} as it lies before you
        </Heading>
        <DrawSide
          record={record}
          part={part}
          brush={brush}
          chosen={chosen}
          onChoose={setChosen}
          onChange={onChange}
        />
        {yields}
      </Box>
      <Box
        as="aside"
        aria-label="What is chosen"
        bg="panel"
        borderRadius="md"
        p="4"
        minW="0"
        css={{ '& label > span:first-of-type': { minWidth: '6rem' } }}
      >
        {(screw || mark) && (
          <Button size="xs" variant="outline" color="ink" mb="3" onClick={() => setChosen(undefined)}>
            To the part: {part.name}
          </Button>
        )}
        {screw ? (
          <ChosenScrew
            screw={screw}
            onChange={(next) => {
              change({ fasteners: d.inList(part.fasteners, screw.id, next) });
              // The next one is like the one that was told last.
              if (next) {
                const { bit, lengthTenths, role } = { ...screw, ...next };
                setBrush({ bit, lengthTenths, role });
              }
            }}
          />
        ) : mark ? (
          <ChosenCatch
            mark={mark}
            onStart={() => change({ catches: part.catches.map((c) => ({ ...c, start: c.id === mark.id })) })}
            onChange={(next) => change({ catches: d.inList(part.catches, mark.id, next) })}
          />
        ) : (
          <PartForm record={record} part={part} onChange={onChange} />
        )}
      </Box>
    </Grid>
  );
}
