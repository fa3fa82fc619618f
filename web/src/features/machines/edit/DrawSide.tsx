import { Box, Button, Flex, Grid, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { OpeningPicture } from '../../../pictures/OpeningPicture';
import { Small } from '../../../parts/Labelled';
import { type Brush, ScrewKind, tenths } from '../../../parts/ScrewKind';
import * as d from './draft';

/** The side of a part, to scale: a click puts a screw or a catch where it is. */
export function DrawSide({
  record,
  part,
  onChange,
}: {
  record: d.MachineRecord;
  part: d.Part;
  onChange: (next: d.MachineRecord) => void;
}) {
  const [tool, setTool] = useState<'SCREW' | 'CATCH'>('SCREW');
  const [brush, setBrush] = useState<Brush>({ bit: 'PH0', lengthTenths: 40, role: 'OUT' });
  const [chosen, setChosen] = useState<string>();
  const outline = record.access.outlines.find((o) => o.side === part.side);
  const change = (next: Partial<d.Part>) => onChange(d.changePart(record, part.id, next));
  const place = (x: number, y: number) =>
    onChange(
      tool === 'SCREW' ? d.placeScrew(record, part.id, x, y, brush) : d.placeCatch(record, part.id, x, y),
    );
  const screw = part.fasteners.find((f) => f.id === chosen);
  return (
    <Box>
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
        {tool === 'SCREW' && (
          <ScrewKind value={brush} onChange={(b) => setBrush({ ...brush, ...b })} name="new" />
        )}
        <Text color="quiet">Click where it is, or</Text>
        <Button size="sm" variant="outline" color="ink" onClick={() => place(0.5, 0.5)}>
          put one in the middle
        </Button>
      </Flex>
      <OpeningPicture
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
        onScrew={(f) => setChosen(f.id)}
      />
      {screw && (
        <Flex gap="2" align="center" wrap="wrap" mt="2" aria-label={`Screw ${screw.id}`} role="group">
          <Text fontWeight="700">{screw.id}</Text>
          <ScrewKind
            name={screw.id}
            value={screw}
            onChange={(b) => change({ fasteners: d.inList<d.Fastener>(part.fasteners, screw.id, b) })}
          />
          <Small
            label="across"
            value={String(screw.x)}
            onCommit={(v) =>
              change({ fasteners: d.inList(part.fasteners, screw.id, { x: Number.parseFloat(v) || 0 }) })
            }
          />
          <Small
            label="down"
            value={String(screw.y)}
            onCommit={(v) =>
              change({ fasteners: d.inList(part.fasteners, screw.id, { y: Number.parseFloat(v) || 0 }) })
            }
          />
          <Small
            label="hole takes mm"
            value={screw.holeTenths ? String(screw.holeTenths / 10) : ''}
            onCommit={(v) =>
              change({
                fasteners: d.inList(part.fasteners, screw.id, {
                  holeTenths: v.trim() ? tenths(v) : undefined,
                }),
              })
            }
          />
          <Small
            label="hidden under"
            width="9rem"
            value={screw.hiddenUnder ?? ''}
            onCommit={(v) =>
              change({
                fasteners: d.inList(part.fasteners, screw.id, { hiddenUnder: v.trim() || undefined }),
              })
            }
          />
          {(['threadLocked', 'magnetNear'] as const).map((flag) => (
            <Button
              key={flag}
              size="xs"
              variant={screw[flag] ? 'solid' : 'outline'}
              color={screw[flag] ? undefined : 'ink'}
              aria-pressed={screw[flag]}
              onClick={() =>
                change({ fasteners: d.inList(part.fasteners, screw.id, { [flag]: !screw[flag] }) })
              }
            >
              {flag === 'threadLocked' ? 'glued in' : 'magnet near'}
            </Button>
          ))}
          <Button
            size="xs"
            variant="outline"
            color="ink"
            onClick={() => change({ fasteners: d.inList(part.fasteners, screw.id, undefined) })}
          >
            Take it out
          </Button>
        </Flex>
      )}
      {part.catches.length > 0 && (
        <Grid gap="1" mt="2">
          {part.catches.map((c) => (
            <Flex key={c.id} gap="2" align="center" wrap="wrap">
              <Text minW="3rem">{c.id}</Text>
              <Button
                size="xs"
                variant={c.start ? 'solid' : 'outline'}
                color={c.start ? undefined : 'ink'}
                aria-pressed={c.start}
                onClick={() => change({ catches: part.catches.map((x) => ({ ...x, start: x.id === c.id })) })}
              >
                start here
              </Button>
              <Small
                label="gives"
                width="12rem"
                value={c.direction}
                onCommit={(direction) => change({ catches: d.inList(part.catches, c.id, { direction }) })}
              />
              <Small
                label="tool"
                width="14rem"
                value={c.tool}
                onCommit={(t) => change({ catches: d.inList(part.catches, c.id, { tool: t }) })}
              />
              <Button
                size="xs"
                variant="outline"
                color="ink"
                aria-label={`Take catch ${c.id} out`}
                onClick={() => change({ catches: d.inList(part.catches, c.id, undefined) })}
              >
                Take it out
              </Button>
            </Flex>
          ))}
        </Grid>
      )}
    </Box>
  );
}
