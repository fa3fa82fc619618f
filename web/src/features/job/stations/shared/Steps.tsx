import { Box, Button, Checkbox, Flex, Stack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { type Brush, ScrewKind } from '../../../../parts/ScrewKind';
import { OpeningPicture } from '../../../../pictures/OpeningPicture';
import { StartTimer } from '../../../timers';
import type { Change, JobView } from '../../api';

export type Step = JobView['opening']['steps'][number];

/** Making a machine dead is right whatever the gates say. */
const ALWAYS_RIGHT: Step['kind'][] = [
  'BATTERY_OFF',
  'POWER_DOWN',
  'UNPLUG',
  'GROUND',
  'STRAP_OFF',
  'COUNT',
  'AIR',
];

function isBarred(step: Step, shut: boolean): boolean {
  return shut && !ALWAYS_RIGHT.includes(step.kind);
}

export function duration(seconds: number): string {
  return seconds >= 60 ? `${Math.round(seconds / 60)} min` : `${seconds} s`;
}

/** Steps to tick off in order: what is done folds away, the next one stands large, those after it are lines. */
export function Steps({
  job,
  steps,
  disabled,
  shut = false,
  change,
}: {
  job: number;
  steps: Step[];
  disabled: boolean;
  /** A gate forbids to go on opening. */
  shut?: boolean;
  change: Change;
}) {
  const done = steps.filter((s) => s.done);
  const left = steps.filter((s) => !s.done);
  const line = (s: Step, next: boolean) => (
    <Line
      key={s.id}
      step={s}
      number={steps.indexOf(s) + 1}
      job={job}
      next={next}
      disabled={disabled || isBarred(s, shut)}
      change={change}
    />
  );
  return (
    <Stack gap="2">
      {done.length > 0 && (
        <details open={left.length === 0}>
          <Box as="summary" cursor="pointer" color="good" fontWeight="600" width="fit-content">
            ✓ {done.length} {done.length === 1 ? 'step' : 'steps'} done
          </Box>
          <Stack as="ol" gap="1" listStyleType="none" mt="1">
            {done.map((s) => line(s, false))}
          </Stack>
        </details>
      )}
      <Stack as="ol" gap="1" listStyleType="none">
        {left.map((s, i) => line(s, i === 0))}
      </Stack>
    </Stack>
  );
}

function Line({
  step: s,
  number,
  job,
  next,
  disabled,
  change,
}: {
  step: Step;
  number: number;
  job: number;
  next: boolean;
  disabled: boolean;
  change: Change;
}) {
  return (
    <Box
      as="li"
      bg="panel"
      borderWidth={next ? '2px' : '0'}
      borderColor="accent"
      borderRadius="md"
      px="3"
      py={next ? '2' : '1'}
      data-step={s.id}
    >
      <Flex gap="3" align="start">
        {s.kind === 'TEST_START' ? (
          <Text flex="1" fontWeight="600" fontSize="md">
            {number}. {s.text}{' '}
            <Box asChild color="accent" textDecoration="underline">
              <RouterLink to={`/jobs/${job}/prove`}>To Prove</RouterLink>
            </Box>
          </Text>
        ) : (
          <Checkbox.Root
            checked={s.done}
            disabled={disabled}
            onCheckedChange={(e) => void change({ type: 'TickStep', step: s.id, done: e.checked === true })}
            colorPalette="heather"
            size="lg"
            flex="1"
            alignItems="start"
          >
            <Checkbox.HiddenInput />
            <Checkbox.Control borderColor="quiet" mt="0.5" />
            <Checkbox.Label
              fontWeight={next ? '700' : '400'}
              fontSize={next ? 'lg' : 'md'}
              _disabled={{ opacity: 0.85 }}
            >
              {number}. {s.text}
            </Checkbox.Label>
          </Checkbox.Root>
        )}
        <Text color="quiet" fontSize="sm" whiteSpace="nowrap">
          {duration(s.seconds)}
        </Text>
      </Flex>
      {next && <StepDetail step={s} job={job} disabled={disabled} change={change} />}
    </Box>
  );
}

/** All that this step asks for: cautions first, then what is computed for it, the record's words, and the drawing. */
export function StepDetail({
  step: s,
  job,
  disabled,
  change,
}: {
  step: Step;
  job: number;
  disabled: boolean;
  change: Change;
}) {
  const turning = s.kind === 'TAKE_OFF' || s.kind === 'PUT_BACK';
  const [drawing, setDrawing] = useState(false);
  const [brush, setBrush] = useState<Brush>({ bit: 'PH0', lengthTenths: 0, role: 'OUT' });
  const draw = (x: number, y: number) =>
    void change({ type: 'DrawScrew', part: s.part, x: onSide(x), y: onSide(y), ...brush });
  return (
    <>
      {/* Cautions of routine steps are quiet, with a mark of their own: yellow is for risks. */}
      {s.cautions.map((c) => (
        <Flex key={c} gap="2" align="baseline" my="0.5">
          <svg width="13" height="13" viewBox="0 0 16 16" aria-hidden="true" style={{ flexShrink: 0 }}>
            <path d="M8 2 14.5 14h-13z" fill="none" stroke="currentColor" strokeWidth="1.6" />
            <path d="M8 6v4M8 11.4v1.2" stroke="currentColor" strokeWidth="1.6" />
          </svg>
          <Text>
            <b>Caution.</b> {c}
          </Text>
        </Flex>
      ))}
      {s.warnings.map((w) => (
        <Text key={w} color="risk" fontWeight="600" my="0.5">
          ▲ {w}
        </Text>
      ))}
      {s.kind === 'DRAIN' && !disabled && <StartTimer job={job} kind="DRAIN" seconds={s.seconds} />}
      {s.how && <Text>{s.how}</Text>}
      {s.connectors.length > 0 && (
        <Box as="ul" ps="5" listStyleType="disc">
          {s.connectors.map((c) => (
            <li key={c.id}>{c.text}</li>
          ))}
        </Box>
      )}
      {(s.fasteners.length > 0 || s.catches.length > 0 || drawing) && (
        <OpeningPicture
          step={s}
          onScrew={
            disabled || !turning || drawing
              ? undefined
              : (f) =>
                  void change({
                    type: 'TurnScrew',
                    part: s.part,
                    fastener: f.id,
                    state: f.state === 'OUT' ? 'BACK' : 'OUT',
                  })
          }
          onPlace={drawing ? draw : undefined}
        />
      )}
      {!disabled && s.part !== '' && (
        <Flex gap="2" align="center" wrap="wrap" mt="1">
          <Button
            size="xs"
            variant={drawing ? 'solid' : 'outline'}
            color={drawing ? undefined : 'ink'}
            aria-pressed={drawing}
            // Enter is the step's again.
            onClick={(e) => (setDrawing(!drawing), e.currentTarget.blur())}
          >
            {drawing ? 'Drawn' : 'Draw screws that it does not show'}
          </Button>
          {drawing && (
            <>
              <ScrewKind name="next" value={brush} onChange={(b) => setBrush({ ...brush, ...b })} />
              <Text color="quiet">Tap where it is, or</Text>
              <Button size="xs" variant="outline" color="ink" onClick={() => draw(...freePlace(s.fasteners))}>
                put one anywhere
              </Button>
            </>
          )}
        </Flex>
      )}
      {!disabled && turning && s.fasteners.length > 0 && <OddScrew step={s} change={change} />}
      {s.source && (
        <Text fontSize="sm" color="quiet">
          Source: {s.source}
        </Text>
      )}
    </>
  );
}

const ODD = [
  ['TIGHT', 'Will not come'],
  ['STRIPPED', 'Stripped'],
  ['MISSING', 'Was missing'],
  ['LEFT', 'Stays out'],
  ['BACK', 'Is as it should be'],
] as const;

const onSide = (n: number) => Math.round(Math.min(1, Math.max(0, n)) * 1000) / 1000;

/** A place in the middle row where no screw is yet, for who draws without a pointer. */
function freePlace(taken: Step['fasteners']): [number, number] {
  for (let i = 0; i < 400; i++) {
    const x = 0.05 + (i % 20) * 0.045;
    const y = (0.5 + Math.floor(i / 20) * 0.05) % 1;
    if (taken.every((f) => Math.hypot(f.x - x, f.y - y) > 0.04)) return [x, y];
  }
  return [0.5, 0.5];
}

/** What a tap cannot say of a screw. */
function OddScrew({ step, change }: { step: Step; change: Change }) {
  return (
    <details>
      <Box as="summary" cursor="pointer" width="fit-content" fontSize="sm" color="quiet">
        A screw is tight, stripped, missing or stays out
      </Box>
      <Stack gap="1" mt="1">
        {step.fasteners
          .filter((f) => f.role !== 'SHARED')
          .map((f) => (
            <Flex key={f.id} gap="2" align="center" wrap="wrap">
              <Text minW="6rem">
                {f.id}, {f.bit}
              </Text>
              {f.drawn && (
                <Button
                  size="xs"
                  variant="outline"
                  color="ink"
                  onClick={() => void change({ type: 'RubOutScrew', part: step.part, fastener: f.id })}
                >
                  Is not there
                </Button>
              )}
              {ODD.map(([state, text]) => (
                <Button
                  key={state}
                  size="xs"
                  variant="outline"
                  color="ink"
                  aria-pressed={f.state === state}
                  onClick={() => void change({ type: 'TurnScrew', part: step.part, fastener: f.id, state })}
                >
                  {text}
                </Button>
              ))}
            </Flex>
          ))}
      </Stack>
    </details>
  );
}
