import { Badge, Box, Button, Flex, Grid, Heading, Input, Stack, Text } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { DragArea, type Held, useDrag } from '../../../parts/drag';
import { MemoryPicture, MemoryTable } from '../../../pictures/MemoryPicture';
import { longest } from '../../../pictures/memoryModel';
import { type JobView, useStock } from '../api';
import { LabelEntry } from './LabelEntry';
import { LikeThis } from './LikeThis';
import { Options } from './plan/Options';
import { PlanParts } from './plan/PlanParts';
import { Wanted } from './plan/Wanted';
import { useProcessor } from './ProcessorChoice';
import type { StationProps } from './props';

/** What somebody holds: a module of the job, or one that is still in the drawer. */
type InHand = { key?: string; tag?: string; text: string };

export function PlanStation({ job, change, readOnly }: StationProps) {
  const [inHand, setInHand] = useState<InHand>();
  const processor = useProcessor(job.found);
  const found = processor.only(job.found);
  const planned = processor.only(job.planned);
  const most = longest(found, planned);
  const stock = useStock(job.id);
  // Several processors: like channels stand once, and what was found beside what is planned.
  const large = !!processor.choice;
  const [apart, setApart] = useState(false);
  const sockets = job.found.lanes.some((l) => l.blocks.some((b) => !b.soldered));

  useEffect(() => {
    const drop = (e: KeyboardEvent) => e.key === 'Escape' && setInHand(undefined);
    window.addEventListener('keydown', drop);
    return () => window.removeEventListener('keydown', drop);
  }, []);

  const place = async (what: InHand, position: string) => {
    setInHand(undefined);
    // One change, not two: a module of the drawer joins the job and goes into its position together.
    await change({ type: 'PlanModule', position, key: what.key, tag: what.key ? undefined : what.tag });
  };
  const choose = (position: string, key?: string) => {
    if (inHand) {
      void place(inHand, position);
    } else if (key) {
      const module = job.modules.find((m) => m.key === key);
      if (module) setInHand({ key, text: module.summary });
    }
  };
  const empty = (position: string) => void change({ type: 'PlanModule', position });

  const figuresOfPlan = (
    <>
      {!readOnly && (
        <LikeThis
          picture={job.planned}
          verb="The same"
          onSame={(position) => {
            const model = job.modules.find((m) => m.plannedAt === position);
            const tags = (stock.data ?? []).filter((m) => m.summary === model?.summary).map((m) => m.tag);
            void change({ type: 'PlanInLike', position, tags: model?.tag ? tags : [] });
          }}
        />
      )}
      <Figures picture={job.planned} />
      <MemoryTable picture={job.planned} caption="As planned" />
    </>
  );

  return (
    <DragArea onDrop={(held, position) => void place(taken(held), position)}>
      <Stack gap="3">
        <Options job={job} change={change} readOnly={readOnly} />
        <Wanted job={job} change={change} readOnly={readOnly} />
        <Alternatives job={job} change={change} readOnly={readOnly} />
        {processor.choice}
        <Grid
          templateColumns={{
            base: 'minmax(0, 1fr)',
            lg: large ? 'repeat(2, minmax(0, 1fr))' : 'minmax(0, 1fr)',
          }}
          gap="4"
          alignItems="start"
        >
          <Box as="section" aria-label="As found">
            <Heading
              as="h2"
              size="sm"
              color="quiet"
              display={large ? 'flex' : undefined}
              alignItems="center"
              minH={large ? '2.75rem' : undefined}
            >
              As found: {figures(job.found)}
            </Heading>
            <MemoryPicture picture={found} most={most} name="Memory as found" together={!apart} />
          </Box>
          <Box
            as="section"
            aria-label="Planned"
            borderTopWidth={large ? undefined : '1px'}
            borderColor="line"
            pt={large ? undefined : '2'}
          >
            <Flex align="center" gap="3" minH={large ? '2.75rem' : undefined}>
              <Heading as="h2" size="sm" flex="1">
                Planned
              </Heading>
              {large && (
                <Button size="xs" variant="outline" color="ink" onClick={() => setApart(!apart)}>
                  {apart ? 'Like channels once' : 'Each channel by itself'}
                </Button>
              )}
              {!readOnly && (
                <Button
                  size="xs"
                  variant="outline"
                  color="ink"
                  onClick={() => void change({ type: 'ResetPlan' })}
                >
                  Back to as found
                </Button>
              )}
            </Flex>
            <MemoryPicture
              picture={planned}
              most={most}
              name="Memory as planned"
              together={!apart}
              actions={readOnly ? undefined : { inHand: inHand?.text, onChoose: choose, onEmpty: empty }}
            />
            {!large && figuresOfPlan}
          </Box>
        </Grid>
        {large && figuresOfPlan}
        <PlanParts job={job} change={change} readOnly={readOnly} />
        <Box role="status" fontWeight="600" color="accent">
          {inHand ? `In hand: ${inHand.text}. Choose a position (Enter), or Esc to put it down.` : ''}
        </Box>
        <Chosen job={job} change={change} readOnly={readOnly} />
        {job.fitLines.length > 0 && (
          <Button asChild size="sm" variant="outline" color="ink" alignSelf="flex-start">
            <RouterLink to={`/jobs/${job.id}/slip`}>Slip for the counter</RouterLink>
          </Button>
        )}
        {!readOnly && sockets && (
          <>
            <Strip
              job={job}
              inHand={inHand}
              onTake={setInHand}
              onRemove={(key) => void change({ type: 'RemoveModule', key })}
            />
            <LabelEntry
              id={`plan-${job.id}`}
              label="Or a module by its label line"
              actions={(line, complete, clear) => (
                <Button
                  disabled={!complete}
                  onClick={() =>
                    void change({ type: 'AddModule', origin: 'TYPED', label: line }).then((after) => {
                      if (after) clear();
                    })
                  }
                >
                  Add to this job
                </Button>
              )}
            />
          </>
        )}
      </Stack>
    </DragArea>
  );
}

/** The strip's modules of the drawer are held by their tag, all others by their key in the job. */
const OF_DRAWER = 'drawer ';

function taken({ id, text }: Held): InHand {
  return id.startsWith(OF_DRAWER) ? { tag: id.slice(OF_DRAWER.length), text } : { key: id, text };
}

/** Layouts that were put together beside the one on the table; kit after kit can be tried. */
function Alternatives({ job, change, readOnly }: Pick<StationProps, 'job' | 'change' | 'readOnly'>) {
  if (job.alternatives.length < 2) return null;
  return (
    <Flex as="section" aria-label="Layouts put together" gap="2" wrap="wrap" align="center">
      <Text fontWeight="600">Put together:</Text>
      {job.alternatives.map((a) => (
        <Flex key={a.id} borderWidth="2px" borderColor={a.onTheTable ? 'accent' : 'edge'} borderRadius="sm">
          <Button
            size="sm"
            variant="ghost"
            color="ink"
            aria-pressed={a.onTheTable}
            disabled={readOnly || a.onTheTable}
            onClick={() => void change({ type: 'PutOnTable', alternative: a.id })}
          >
            {a.installed}
            {a.name ? `: ${a.name}` : ', by hand'}
            {a.chosen ? ' ✓' : ''}
          </Button>
          {!readOnly && !a.onTheTable && (
            <Button
              size="sm"
              variant="ghost"
              color="ink"
              aria-label={`Drop ${a.name || 'this layout'}`}
              onClick={() => void change({ type: 'DropLayout', alternative: a.id })}
            >
              ×
            </Button>
          )}
        </Flex>
      ))}
    </Flex>
  );
}

/** Until a plan is chosen it is an idea: what lies in the drawer stays free for others. */
function Chosen({ job, change, readOnly }: Pick<StationProps, 'job' | 'change' | 'readOnly'>) {
  const held = job.modules.filter((m) => m.tag && m.plannedAt).map((m) => m.tag);
  const stop = job.findings.some((f) => f.severity === 'STOP');
  const changed = job.fitLines.length > 0;
  if (job.chosen) {
    return (
      <Flex gap="3" align="center" wrap="wrap">
        <Text color="good" fontWeight="700">
          ✓ This plan is chosen
          {held.length > 0 && `; ${held.join(', ')} ${held.length === 1 ? 'is' : 'are'} this job's`}.
        </Text>
        {!readOnly && (
          <Button
            size="sm"
            variant="outline"
            color="ink"
            onClick={() => void change({ type: 'ChoosePlan', chosen: false })}
          >
            Not yet
          </Button>
        )}
      </Flex>
    );
  }
  if (readOnly || !changed) return null;
  // The button stands where it always stands: in the line that leads.
  return (
    <Text color="quiet">
      {stop
        ? 'A finding stops it, see the findings.'
        : held.length > 0
          ? `Chosen, ${held.join(', ')} ${held.length === 1 ? 'is' : 'are'} kept for this job; until then others may take ${held.length === 1 ? 'it' : 'them'}.`
          : 'Chosen, it is what opening and fitting follow.'}
    </Text>
  );
}

function figures(p: JobView['found']): string {
  const c = p.clocks[0];
  return [
    p.installed,
    c?.rate,
    c?.meanGigabytesPerSecond === undefined ? undefined : `mean ${c.meanGigabytesPerSecond.toFixed(1)} GB/s`,
  ]
    .filter(Boolean)
    .join(', ');
}

function Figures({ picture }: { picture: JobView['planned'] }) {
  const c = picture.clocks[0];
  const items: [string, string][] = [
    ['Installed', picture.installed],
    ['Usable about', picture.usable],
    // Each processor of a server has its own clock; what differs is shown side by side.
    ['Rate', [...new Set(picture.clocks.map((k) => k.rate ?? 'not known'))].join(' / ') || 'not known'],
    ['CL-tRCD-tRP-tRAS', c?.timings ?? 'not known'],
    ['First word', c?.firstWord ?? 'not known'],
    [
      'Mean bandwidth',
      c?.meanGigabytesPerSecond === undefined ? 'not known' : `${c.meanGigabytesPerSecond.toFixed(1)} GB/s`,
    ],
    ['Open and close', picture.effortMinutes === 0 ? 'nothing to do' : `${picture.effortMinutes} min`],
  ];
  return (
    <Grid
      as="dl"
      templateColumns={{ base: '1fr 1fr', sm: 'repeat(4, auto)', lg: 'repeat(7, auto)' }}
      gap="3"
      bg="panel"
      borderRadius="md"
      borderWidth="1px"
      borderColor="line"
      px="3"
      py="2"
      my="1"
    >
      {items.map(([name, value]) => (
        <Box key={name}>
          <Text as="dt" fontSize="xs" color="quiet" whiteSpace="nowrap">
            {name}
          </Text>
          <Text as="dd" fontWeight="700" whiteSpace="nowrap">
            {value}
          </Text>
        </Box>
      ))}
    </Grid>
  );
}

/** Modules that can be placed: those of this job that have no position, then those in the drawer that fit the machine's generation. */
function Strip({
  job,
  inHand,
  onTake,
  onRemove,
}: {
  job: JobView;
  inHand?: InHand;
  onTake: (what: InHand) => void;
  onRemove: (key: string) => void;
}) {
  const drawer = useStock(job.id);
  const [filter, setFilter] = useState('');
  const loose = job.modules.filter((m) => !m.plannedAt);
  const words = filter.toLowerCase().split(/\s+/).filter(Boolean);
  const all = drawer.data ?? [];
  const stock = all.filter((m) =>
    words.every((w) =>
      `${m.summary} ${m.tag} ${m.maker} ${m.formFactor.replace('_', '-')}`.toLowerCase().includes(w),
    ),
  );
  return (
    <Box as="section" aria-label="Modules to place">
      <Flex gap="3" align="center" mb="1" wrap="wrap">
        <Heading as="h2" size="sm" flex="1">
          Modules to place: drag one up, or Enter to take it in hand
        </Heading>
        {all.length > 6 && (
          <Input
            size="sm"
            maxW="14rem"
            aria-label="Filter the drawer"
            placeholder="Filter: 16 GB, 2Rx8, tag ..."
            value={filter}
            onChange={(e) => setFilter(e.target.value)}
          />
        )}
      </Flex>
      <Flex gap="2" wrap="wrap" align="stretch">
        {loose.map((m) => (
          <Chip
            key={m.key}
            what={{ key: m.key, text: m.summary }}
            note={m.foundAt ? 'was in the machine' : (m.tag ?? 'typed')}
            held={inHand?.key === m.key}
            onTake={onTake}
            onRemove={m.foundAt ? undefined : () => onRemove(m.key)}
          />
        ))}
        {stock.map((m) => (
          <Chip
            key={m.tag}
            what={{ tag: m.tag, text: m.summary }}
            note={`${m.tag}, ${m.formFactor.replace('_', '-')}${m.fits ? '' : ', does not fit here'}${m.tested === 'UNTESTED' ? ', untested' : ''}`}
            held={inHand?.tag === m.tag}
            onTake={onTake}
          />
        ))}
        {loose.length === 0 && stock.length === 0 && drawer.data && (
          <Text color="quiet">
            {all.length > 0
              ? `Nothing in the drawer has “${filter}”.`
              : 'The drawer has nothing of this generation. Type a label line below.'}
          </Text>
        )}
      </Flex>
    </Box>
  );
}

function Chip({
  what,
  note,
  held,
  onTake,
  onRemove,
}: {
  what: InHand;
  note: string;
  held: boolean;
  onTake: (what: InHand) => void;
  onRemove?: () => void;
}) {
  const drag = useDrag({ id: what.key ?? `${OF_DRAWER}${what.tag}`, text: what.text });
  return (
    <Flex
      borderWidth="2px"
      borderColor={held ? 'accent' : 'edge'}
      bg={held ? 'accentSoft' : 'panel'}
      borderRadius="sm"
      align="stretch"
    >
      <Box
        asChild
        textAlign="left"
        px="2.5"
        py="1"
        cursor="grab"
        minH="2.5rem"
        opacity={drag.isDragging ? 0.4 : 1}
        style={{ touchAction: 'none' }}
      >
        <button
          type="button"
          onPointerDown={drag.onPointerDown}
          onClick={() => onTake(what)}
          aria-pressed={held}
        >
          <Box as="span" display="block" fontWeight="700">
            {what.text}
          </Box>
          <Badge bg="transparent" color="quiet" px="0" fontWeight="400">
            {note}
          </Badge>
        </button>
      </Box>
      {onRemove && (
        <Box asChild px="2" borderLeftWidth="1px" borderColor="line">
          <button type="button" aria-label={`Take ${what.text} out of this job`} onClick={onRemove}>
            ×
          </button>
        </Box>
      )}
    </Flex>
  );
}
