import { Box, Button, Flex, Grid, Heading, Stack } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { DragArea } from '../../../../parts/drag';
import { MemoryPicture } from '../../../../pictures/MemoryPicture';
import { MemoryTable } from '../../../../pictures/MemoryTable';
import { longest } from '../../../../pictures/memoryModel';
import { useStock } from './api';
import { LabelEntry } from '../shared/LabelEntry';
import { LikeThis } from '../shared/LikeThis';
import { Chosen } from './Chosen';
import { Figures, figures } from './Figures';
import { type InHand, taken } from './inHand';
import { Layouts } from './Layouts';
import { Options } from './Options';
import { PlanParts } from './PlanParts';
import { Strip } from './Strip';
import { TypedModules } from './TypedModules';
import { Wanted } from './Wanted';
import { useProcessor } from '../shared/ProcessorChoice';
import type { StationProps } from '../shared/props';
import { Press } from '../../../../parts/Hand';

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
        <Layouts job={job} change={change} readOnly={readOnly} />
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
        <TypedModules job={job} change={change} readOnly={readOnly} />
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
                <Press
                  lacks={!complete && 'The label says no whole module yet: add what is missing.'}
                  onClick={() =>
                    void change({ type: 'AddModule', origin: 'TYPED', label: line }).then((after) => {
                      if (after) clear();
                    })
                  }
                >
                  Add to this job
                </Press>
              )}
            />
          </>
        )}
      </Stack>
    </DragArea>
  );
}
