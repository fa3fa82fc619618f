import { Box, Button, Flex, Grid, Input, Stack, Text } from '@chakra-ui/react';
import { useRef, useState } from 'react';
import { Choice } from '../../../../parts/Choice';
import { Findings } from '../../../../parts/Findings';
import { useScan } from '../../../../parts/keys';
import type { Change, JobView } from '../../api';
import { CloseUp } from '../shared/CloseUp';
import { Companions } from '../shared/Companions';
import type { StationProps } from '../shared/props';
import { words } from '../../../../api/words';
import { CodePhoto } from '../../../../parts/CodePhoto';
import { Press } from '../../../../parts/Hand';

type FitLine = JobView['fitLines'][number];
type Out = 'TRAY' | 'BIN' | 'OWNER';
type Notch = 'AS_IT_BELONGS' | 'OTHER_WAY';

/** What hands say next of a line: each screw of a compression module in its order, and then the whole. */
export function confirms(l: FitLine, tight: number): string {
  if (!l.in) return 'Taken out';
  if (tight < l.screws.length) return `Screw ${tight + 1} of ${l.screws.length} tight: ${l.screws[tight]}`;
  return l.latches > 0 ? 'Seated: latches flush, no gold in sight' : 'Seated, all screws tight';
}

/** Counts the screws of a line as they are tightened; with the last of them the line can be confirmed. */
export function useScrews(l: FitLine) {
  const [tight, setTight] = useState(0);
  const wanted = l.in && !l.done ? l.screws.length : 0;
  return {
    tight,
    /** One more screw, or, where none is left, what is done with the line. */
    next: (confirm: (screws: number | undefined) => void) =>
      tight < wanted ? setTight(tight + 1) : confirm(wanted || undefined),
  };
}

/** A line per position in fitting order. */
export function FitStation({ job, change, readOnly }: StationProps) {
  const shut = job.fittingGates.some((g) => g.severity === 'STOP');
  const [out, setOut] = useState<Out>('TRAY');
  if (job.fitLines.length === 0) {
    return (
      <Text>{words['finding.GATE_NOTHING_PLANNED']} So there is nothing to fit: make the plan first.</Text>
    );
  }
  const round = job.opening.rounds.find((r) => r.current && r.purpose === 'FIT');
  const carrier = round?.carrier && round.left > 1 ? round : undefined;
  // One round at a time; what is done folds away, what lies in other rounds is named.
  const here = job.fitLines.filter((l) => !l.done && (!round || round.positionIds.includes(l.position)));
  const elsewhere = job.fitLines.filter((l) => !l.done && !here.includes(l));
  const done = job.fitLines.filter((l) => l.done);
  const steps = job.opening.steps.filter((s) => !s.done).length;
  // A tag that was scanned belongs to the line that waits for it; another one is held against the first, which says what is wrong.
  const waiting = readOnly || shut ? [] : here.filter((l) => l.in);
  const takes = (l: FitLine) => (text: string) =>
    (waiting.find((w) => w.inTag?.toLowerCase() === text.toLowerCase()) ?? waiting[0]) === l;
  const line = (l: FitLine) => (
    <Line
      key={l.position}
      takes={takes(l)}
      first={l === here[0] && steps === 0}
      line={l}
      number={job.fitLines.indexOf(l) + 1}
      disabled={readOnly || shut}
      onReseat={
        l.in && job.now.off.length > 0
          ? () => void change({ type: 'Reseat', position: l.position })
          : undefined
      }
      onConfirm={(isDone, seen, notch, screws) =>
        void change({
          type: 'ConfirmFit',
          position: l.position,
          done: isDone,
          seen: seen || undefined,
          notch,
          out: isDone && l.out ? out : undefined,
          screws,
        })
      }
    />
  );
  const closeUp = (
    <>
      <Companions job={job} change={change} readOnly={readOnly} here />
      <CloseUp job={job} change={change} readOnly={readOnly} />
    </>
  );
  return (
    <Stack gap="3">
      {shut && <Findings findings={job.fittingGates} />}
      {here.some((l) => l.out) && !readOnly && (
        <Choice
          label="What comes out goes"
          labelWidth="11rem"
          value={out}
          options={[
            ['TRAY', 'to the tray'],
            ['BIN', 'into the drawer'],
            ['OWNER', "to the owner's bag"],
          ]}
          onChange={setOut}
        />
      )}
      {here.length > 0 && (
        <Text>
          Touch no contacts. If one does not go in under firm thumbs, take it out and look: the notch may be
          on the other side. Nothing is forced.
        </Text>
      )}
      {carrier && !readOnly && !shut && <Carrier round={carrier} out={out} change={change} />}
      {here.length > 0 && steps > 0 && (
        <Text color="quiet">
          The way to {here.length === 1 ? here[0].label : 'these'} is not open yet: {steps}{' '}
          {steps === 1 ? 'step' : 'steps'} on Open.
        </Text>
      )}
      <Stack as="ol" gap="3" listStyleType="none">
        {here.map(line)}
      </Stack>
      {elsewhere.length > 0 && (
        <Text color="quiet">In later rounds: {elsewhere.map((l) => l.label).join(', ')}.</Text>
      )}
      {/* What comes next stands first. */}
      {here.length === 0 && closeUp}
      {done.length > 0 && (
        <details open={here.length === 0 && done.length < 5}>
          <Box as="summary" cursor="pointer" color="good" fontWeight="600" width="fit-content">
            ✓ {done.length} {done.length === 1 ? 'position' : 'positions'} done
          </Box>
          <Stack as="ol" gap="2" listStyleType="none" mt="2">
            {done.map(line)}
          </Stack>
        </details>
      )}
      {here.length > 0 && closeUp}
    </Stack>
  );
}

/** The same module again: one confirmation for a carrier, with the count. */
function Carrier({
  round,
  out,
  change,
}: {
  round: JobView['opening']['rounds'][number];
  out: Out;
  change: Change;
}) {
  const [count, setCount] = useState('');
  const [seen, setSeen] = useState('');
  if (!round.carrier) return null;
  const carrier = round.carrier;
  return (
    <Box
      as="section"
      aria-label="Whole carrier"
      bg="panel"
      borderWidth="2px"
      borderColor="accent"
      borderRadius="md"
      p="3"
    >
      <Text fontWeight="700" fontSize="lg">
        {round.name}: {round.left} {round.same ? `× ${round.same}` : 'modules of several kinds'}
      </Text>
      {round.same ? (
        <Flex gap="3" align="end" wrap="wrap">
          <label>
            <Text fontSize="sm">Count what went in</Text>
            <Input
              width="7rem"
              inputMode="numeric"
              value={count}
              onChange={(e) => setCount(e.target.value.replace(/\D/g, '').slice(0, 3))}
            />
          </label>
          <label>
            <Text fontSize="sm">Tag or label of one, to be sure</Text>
            <Input width="16rem" fontFamily="mono" value={seen} onChange={(e) => setSeen(e.target.value)} />
          </label>
          <Press
            lacks={count === '' && 'Type first how many there are.'}
            onClick={() =>
              void change({
                type: 'ConfirmCarrier',
                carrier,
                count: Number(count),
                seen: seen.trim() || undefined,
                out,
              }).then((done) => done && (setCount(''), setSeen('')))
            }
          >
            All seated, latches flush
          </Press>
        </Flex>
      ) : (
        <Text>They are confirmed one by one.</Text>
      )}
    </Box>
  );
}

function Line({
  line: l,
  number,
  disabled,
  takes,
  first,
  onReseat,
  onConfirm,
}: {
  line: FitLine;
  number: number;
  disabled: boolean;
  /** Whether what was scanned is for this line. */
  takes: (text: string) => boolean;
  /** The one that is next. */
  first: boolean;
  /** Absent where the way to it is shut or nothing is in it. */
  onReseat?: () => void;
  onConfirm: (done: boolean, seen: string, notch?: Notch, screws?: number) => void;
}) {
  const [seen, setSeen] = useState('');
  const [notch, setNotch] = useState<Notch>();
  const seated = useRef<HTMLButtonElement>(null);
  const screws = useScrews(l);
  const scanned = (text: string) => {
    setSeen(text);
    seated.current?.focus();
  };
  useScan((text) => {
    if (!takes(text)) return false;
    scanned(text);
    return true;
  });
  return (
    <Box
      as="li"
      bg="panel"
      borderWidth="2px"
      borderColor={l.done ? 'good' : 'line'}
      borderRadius="md"
      p="3"
      data-fit={l.position}
    >
      <Flex gap="3" wrap="wrap" align="start">
        <Box flex="1" minW="16rem">
          <Text fontWeight="700" fontSize="lg">
            {number}. {l.label}
            {l.colour && `, the ${l.colour} one`}
          </Text>
          {l.out && (
            <Text>
              Out: {l.out}.{l.latches > 0 && ' Open its latches first, then lift it out by its edges.'}
            </Text>
          )}
          <Text fontWeight="600">
            {l.in ? `In: ${l.in}` : l.carrier ? 'Stays empty: its blank goes in.' : 'Stays empty.'}
          </Text>
          {l.in && (
            <Grid as="dl" templateColumns="auto 1fr" columnGap="3" mt="1">
              <Text as="dt" color="quiet">
                Notch
              </Text>
              <Text as="dd">
                {l.keySide}
                {l.turned ? ' (this socket is turned round)' : ''}
              </Text>
              <Text as="dt" color="quiet">
                Angle
              </Text>
              <Text as="dd">{l.angle}, until no gold is in sight</Text>
              <Text as="dt" color="quiet">
                Latches
              </Text>
              <Text as="dd">
                {l.latches > 0
                  ? `${l.latches} flush at both sides, contact strip even`
                  : l.screws.length > 0
                    ? `none; ${l.screws.length} screws, tightened in this order: ${l.screws.join(', ')}`
                    : 'none; screws in their order'}
              </Text>
              {l.over && (
                <>
                  <Text as="dt" color="quiet">
                    Over it
                  </Text>
                  <Text as="dd">first {l.over} out, to the tray; it goes back after this one</Text>
                </>
              )}
              {l.lowerFirst && (
                <>
                  <Text as="dt" color="quiet">
                    Order
                  </Text>
                  <Text as="dd">only after {l.lowerFirst}</Text>
                </>
              )}
            </Grid>
          )}
        </Box>
        <Stack gap="2" minW="15rem">
          {!l.done && l.in && (
            <Box>
              <label>
                <Text fontSize="sm" color="quiet">
                  Scan or type tag or label to be sure
                </Text>
                <Input
                  value={seen}
                  onChange={(e) => setSeen(e.target.value)}
                  // A scanner ends with Enter; the module is not seated yet then, so the next Enter says that it is.
                  onKeyDown={(e) => e.key === 'Enter' && (e.preventDefault(), seated.current?.focus())}
                  fontFamily="mono"
                  disabled={disabled}
                  placeholder={l.inTag ?? ''}
                />
              </label>
              {!disabled && (
                <Flex gap="2" mt="1" align="center" wrap="wrap">
                  <CodePhoto onCode={scanned}>By a photo of its code</CodePhoto>
                </Flex>
              )}
              <Flex gap="1" mt="2" wrap="wrap" role="group" aria-label="How the notch lies">
                {(['AS_IT_BELONGS', 'OTHER_WAY'] as const).map((way) => (
                  <Button
                    key={way}
                    size="xs"
                    variant={notch === way ? 'solid' : 'outline'}
                    color={notch === way ? undefined : 'ink'}
                    aria-pressed={notch === way}
                    disabled={disabled}
                    onClick={() => setNotch(way)}
                  >
                    {way === 'AS_IT_BELONGS' ? 'Notch meets the key' : 'Notch the other way'}
                  </Button>
                ))}
              </Flex>
            </Box>
          )}
          {l.done ? (
            <Flex align="center" gap="3">
              <Text color="good" fontWeight="700">
                ✓ Done
              </Text>
              <Button
                size="sm"
                variant="outline"
                color="ink"
                disabled={disabled}
                onClick={() => onConfirm(false, '')}
              >
                Take back
              </Button>
              {onReseat && (
                <Button size="sm" variant="outline" color="ink" disabled={disabled} onClick={onReseat}>
                  Out and in again
                </Button>
              )}
            </Flex>
          ) : (
            <Button
              ref={seated}
              variant={first ? 'solid' : 'outline'}
              color={first ? undefined : 'ink'}
              disabled={disabled}
              onClick={() => screws.next((n) => onConfirm(true, seen.trim(), notch, n))}
            >
              {confirms(l, screws.tight)}
            </Button>
          )}
        </Stack>
      </Flex>
    </Box>
  );
}
