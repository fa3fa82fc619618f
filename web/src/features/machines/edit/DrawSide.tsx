import { Button, Flex, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { OpeningPicture } from '../../../pictures/OpeningPicture';
import type { Brush } from '../../../parts/ScrewKind';
import * as d from './draft';

/** The side of a part, to scale: a click puts a screw or a catch where it is, a click on one shows it beside the drawing. */
export function DrawSide({
  record,
  part,
  brush,
  chosen,
  onChoose,
  onChange,
}: {
  record: d.MachineRecord;
  part: d.Part;
  brush: Brush;
  chosen: string | undefined;
  onChoose: (id: string) => void;
  onChange: (next: d.MachineRecord) => void;
}) {
  const [tool, setTool] = useState<'SCREW' | 'CATCH'>('SCREW');
  const outline = record.access.outlines.find((o) => o.side === part.side);
  const place = (x: number, y: number) => {
    const next =
      tool === 'SCREW' ? d.placeScrew(record, part.id, x, y, brush) : d.placeCatch(record, part.id, x, y);
    onChange(next);
    const now = next.access.parts.find((p) => p.id === part.id);
    const made = (tool === 'SCREW' ? now?.fasteners : now?.catches)?.at(-1);
    if (made) onChoose(made.id);
  };
  return (
    <>
      <Flex gap="2" align="center" wrap="wrap" mb="1">
        {(['SCREW', 'CATCH'] as const).map((t) => (
          <Button
            key={t}
            size="sm"
            variant={tool === t ? 'solid' : 'outline'}
            color={tool === t ? undefined : 'ink'}
            aria-pressed={tool === t}
            onClick={() => setTool(t)}
          >
            {t === 'SCREW' ? 'Put screws' : 'Put catches'}
          </Button>
        ))}
        <Text color="quiet" flex="1">
          {tool === 'SCREW'
            ? `Click where it is: ${brush.bit}, ${brush.lengthTenths / 10} mm, as the last.`
            : 'Click where it is.'}
        </Text>
        <Button size="sm" variant="outline" color="ink" onClick={() => place(0.5, 0.5)}>
          Put one in the middle
        </Button>
      </Flex>
      <OpeningPicture
        large
        chosen={chosen}
        step={{
          ...part,
          kind: 'TAKE_OFF',
          part: part.id,
          text: part.name,
          outline,
          catches: part.catches,
          connectors: [],
          fasteners: part.fasteners.map((f) => ({
            ...f,
            length: f.lengthTenths ? `${(f.lengthTenths / 10).toFixed(1)} mm` : '',
            hiddenUnder: f.hiddenUnder ?? '',
            drawn: false,
          })),
          warnings: [],
          seconds: 0,
          done: false,
        }}
        onPlace={place}
        onScrew={(f) => onChoose(f.id)}
        onCatch={onChoose}
      />
    </>
  );
}
