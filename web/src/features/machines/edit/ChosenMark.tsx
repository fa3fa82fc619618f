import { Box, Button, Flex, Heading, Stack } from '@chakra-ui/react';
import { Small } from '../../../parts/Labelled';
import { ScrewKind, tenths } from '../../../parts/ScrewKind';
import type * as d from './draft';

/** The screw that was chosen in the drawing: its kind, its place, what is to be known of it. */
export function ChosenScrew({
  screw,
  onChange,
}: {
  screw: d.Fastener;
  onChange: (next: Partial<d.Fastener> | undefined) => void;
}) {
  return (
    <Box role="group" aria-label={`Screw ${screw.id}`}>
      <Heading as="h3" size="md" mb="2">
        Screw {screw.id}
      </Heading>
      <Stack gap="2" align="start">
        <Flex gap="3" wrap="wrap" align="center">
          <ScrewKind name={screw.id} value={screw} onChange={onChange} />
        </Flex>
        <Flex gap="3" wrap="wrap">
          <Small
            label="hole takes mm"
            value={screw.holeTenths ? String(screw.holeTenths / 10) : ''}
            onCommit={(v) => onChange({ holeTenths: v.trim() ? tenths(v) : undefined })}
          />
          <Small
            label="hidden under"
            width="9rem"
            value={screw.hiddenUnder ?? ''}
            onCommit={(v) => onChange({ hiddenUnder: v.trim() || undefined })}
          />
        </Flex>
        <Flex gap="2">
          {(['threadLocked', 'magnetNear'] as const).map((flag) => (
            <Button
              key={flag}
              size="sm"
              variant={screw[flag] ? 'solid' : 'outline'}
              color={screw[flag] ? undefined : 'ink'}
              aria-pressed={screw[flag]}
              onClick={() => onChange({ [flag]: !screw[flag] })}
            >
              {flag === 'threadLocked' ? 'glued in' : 'magnet near'}
            </Button>
          ))}
        </Flex>
        <Flex gap="3">
          <Small
            label="across"
            value={String(screw.x)}
            onCommit={(v) => onChange({ x: Number.parseFloat(v) || 0 })}
          />
          <Small
            label="down"
            value={String(screw.y)}
            onCommit={(v) => onChange({ y: Number.parseFloat(v) || 0 })}
          />
        </Flex>
        <Button size="sm" variant="outline" color="stop" onClick={() => onChange(undefined)}>
          Take screw {screw.id} out
        </Button>
      </Stack>
    </Box>
  );
}

/** The catch that was chosen: which way it gives, with what, and whether one starts here. */
export function ChosenCatch({
  mark,
  onStart,
  onChange,
}: {
  mark: d.Catch;
  onStart: () => void;
  onChange: (next: Partial<d.Catch> | undefined) => void;
}) {
  return (
    <Box role="group" aria-label={`Catch ${mark.id}`}>
      <Heading as="h3" size="md" mb="2">
        Catch {mark.id}
      </Heading>
      <Stack gap="2" align="start">
        <Button
          size="sm"
          variant={mark.start ? 'solid' : 'outline'}
          color={mark.start ? undefined : 'ink'}
          aria-pressed={mark.start}
          onClick={onStart}
        >
          start here
        </Button>
        <Small
          label="gives"
          width="11rem"
          value={mark.direction}
          onCommit={(direction) => onChange({ direction })}
        />
        <Small label="tool" width="11rem" value={mark.tool} onCommit={(tool) => onChange({ tool })} />
        <Button size="sm" variant="outline" color="stop" onClick={() => onChange(undefined)}>
          Take catch {mark.id} out
        </Button>
      </Stack>
    </Box>
  );
}
