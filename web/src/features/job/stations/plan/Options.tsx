import { Box, Button, Flex, Grid, Heading, Stack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import type { Schemas } from '../../../../api/client';
import { SeverityMark } from '../../../../parts/severity';
import { Findings } from '../../../../parts/Findings';
import { MemoryPicture } from '../../../../pictures/MemoryPicture';
import { longest } from '../../../../pictures/memoryModel';
import { MiniPicture } from '../../../../pictures/MiniPicture';
import type { JobView } from '../../api';
import { useOptions, useWhyNot } from './api';
import { useProcessor } from '../shared/ProcessorChoice';
import type { StationProps } from '../shared/props';
import { Figures } from './Figures';

type Option = Schemas['OptionView'];

/** As found, and the layouts worth choosing between, side by side; the button stands on the card. */
export function Options({ job, change, readOnly }: Pick<StationProps, 'job' | 'change' | 'readOnly'>) {
  const options = useOptions(job);
  const [more, setMore] = useState(false);
  const [closer, setCloser] = useState<string>();
  if (!job.found.read) {
    return (
      <Text color="quiet">Once something of it is read, layouts worth choosing between stand here.</Text>
    );
  }
  if (job.closed) {
    return (
      <Text color="quiet">
        This job is handed back; what was worth choosing then is not worked out anew. The layout that it went
        with stands below.
      </Text>
    );
  }
  if (options.isError) {
    return (
      <Text role="alert" color="stop">
        {options.error.message}
      </Text>
    );
  }
  if (!options.data) return <Text color="quiet">Looking for layouts …</Text>;
  const { options: all, outcome, sizing, search } = options.data;
  if (search)
    return (
      <Flex gap="3" align="center" role="status">
        <Text color="quiet">{outcome}</Text>
        <Box
          as="progress"
          aria-label="Combinations looked at"
          {...{ value: search.looked, max: search.most }}
        />
        <Button size="xs" variant="outline" color="ink" onClick={() => void options.stop()}>
          Stop and show what there is
        </Button>
      </Flex>
    );
  const first = all.filter((o) => o.role !== 'OTHER');
  const others = all.filter((o) => o.role === 'OTHER');
  // Where the house recommends none, what was found is shown all the same.
  const shown = more || first.length === 0 ? [...first, ...others] : first;
  const looked = shown.find((o) => keyOf(o) === closer);
  return (
    <Box as="section" aria-label="Layouts worth choosing between">
      {sizing && (
        <Text fontWeight="600" mb="1">
          {sizing}
        </Text>
      )}
      <Grid templateColumns="repeat(auto-fit, minmax(13.5rem, 1fr))" gap="2" alignItems="stretch">
        <AsFound job={job} />
        {shown.map((o) => (
          <Card
            key={keyOf(o)}
            option={o}
            job={job}
            readOnly={readOnly}
            change={change}
            closer={closer === keyOf(o)}
            onCloser={() => setCloser(closer === keyOf(o) ? undefined : keyOf(o))}
          />
        ))}
      </Grid>
      {looked && (
        <Closer
          option={looked}
          job={job}
          readOnly={readOnly}
          onTable={(choose) => {
            setCloser(undefined);
            void change({ ...looked.change, type: 'AdoptLayout', choose });
          }}
          onDone={() => setCloser(undefined)}
        />
      )}
      <Flex gap="3" align="center" mt="1" wrap="wrap">
        <Text color="quiet" fontSize="sm" flex="1">
          Prices with tax and labour. {outcome}
        </Text>
        {first.length > 0 && others.length > 0 && (
          <Button size="xs" variant="outline" color="ink" onClick={() => setMore(!more)}>
            {more ? 'Fewer' : `${others.length} more`}
          </Button>
        )}
        {!readOnly && <WhyNot job={job} />}
      </Flex>
    </Box>
  );
}

function AsFound({ job }: { job: JobView }) {
  return (
    <Stack gap="1" borderWidth="1px" borderColor="edge" borderStyle="dashed" borderRadius="md" p="2.5">
      <Text color="quiet">As found</Text>
      <Heading as="h3" size="lg">
        {job.found.installed}
      </Heading>
      <MiniPicture picture={job.found} />
      <Text color="quiet" fontSize="sm">
        the baseline
      </Text>
    </Stack>
  );
}

function Card({
  option: o,
  job,
  change,
  readOnly,
  closer,
  onCloser,
}: {
  option: Option;
  job: JobView;
  change: StationProps['change'];
  readOnly: boolean;
  closer: boolean;
  onCloser: () => void;
}) {
  const onTable = job.alternatives.find((a) => a.name === o.name);
  const chosen = onTable?.chosen ?? false;
  const barred = o.worst === 'STOP';
  // While the line above leads to what is on the table, it has the one loud button.
  const leads = o.role === 'RECOMMENDED' && job.fitLines.length === 0;
  return (
    <Stack
      as="article"
      aria-label={`${o.title}: ${o.name}`}
      gap="1"
      bg={chosen || onTable?.onTheTable ? 'accentSoft' : 'panel'}
      borderWidth="2px"
      borderColor={onTable?.onTheTable ? 'accent' : 'line'}
      borderRadius="md"
      p="2.5"
    >
      <Flex align="baseline" gap="0" columnGap="2" wrap="wrap">
        <Text color={o.role === 'RECOMMENDED' ? 'good' : 'quiet'} fontWeight="700" flex="1">
          {o.role === 'RECOMMENDED' ? '✓\u00a0' : ''}
          {o.title}
        </Text>
        <Text fontWeight="700" whiteSpace="nowrap">
          {o.price}
        </Text>
      </Flex>
      <Heading as="h3" size="lg" lineHeight="1.1">
        {o.installed}
        <Text as="span" fontSize="sm" fontWeight="400" color="quiet" ms="2">
          {o.differs.replace(' %', '\u00a0%')}
        </Text>
      </Heading>
      <MiniPicture picture={o.picture} />
      <Text fontWeight="600" lineHeight="1.25">
        {o.name}
      </Text>
      {o.carries && <Text fontSize="sm">{o.carries}</Text>}
      <Text fontSize="sm" lineHeight="1.3">
        {o.minutes} min,{' '}
        {o.readyDays === 0 ? 'today' : `in ${o.readyDays} ${o.readyDays === 1 ? 'day' : 'days'}`}, {o.runs}
      </Text>
      {o.risk && (
        <Text fontSize="sm" lineHeight="1.25">
          <SeverityMark severity={o.worst} /> {o.risk}
          {o.fallback && `; if refused: ${o.fallback}`}
        </Text>
      )}
      {o.preferred && (
        <Text fontSize="sm" color="quiet" lineHeight="1.25">
          {o.preferred}
        </Text>
      )}
      {o.against && (
        <Text fontSize="sm" color="risk" lineHeight="1.25">
          {o.against}
        </Text>
      )}
      <Box as="ul" listStyleType="none" fontSize="sm" color="quiet" flex="1" lineHeight="1.3">
        {o.parts.map((p) => (
          <li key={p}>{p}</li>
        ))}
      </Box>
      <Flex gap="2" wrap="wrap" align="center">
        {chosen ? (
          <Text color="good" fontWeight="700" flex="1">
            ✓ Chosen
          </Text>
        ) : (
          !readOnly &&
          !barred && (
            <Button
              size="sm"
              variant={leads ? 'solid' : 'outline'}
              color={leads ? undefined : 'ink'}
              onClick={() => void change({ ...o.change, type: 'AdoptLayout', choose: true })}
            >
              Choose
            </Button>
          )
        )}
        <Button size="sm" variant="ghost" color="ink" aria-expanded={closer} onClick={onCloser}>
          Look closer
        </Button>
      </Flex>
    </Stack>
  );
}

function keyOf(o: Option): string {
  return `${o.role}${o.name}${o.price}`;
}

/** One layout in full, looked at: nothing of the job is changed by it. */
function Closer({
  option: o,
  job,
  readOnly,
  onTable,
  onDone,
}: {
  option: Option;
  job: JobView;
  readOnly: boolean;
  onTable: (choose: boolean) => void;
  onDone: () => void;
}) {
  const processor = useProcessor(o.picture);
  const here = job.alternatives.find((a) => a.name === o.name);
  const chosen = job.alternatives.some((a) => a.chosen);
  return (
    <Box
      as="section"
      aria-label={`Looked at: ${o.name}`}
      borderWidth="1px"
      borderColor="edge"
      borderRadius="md"
      p="3"
      mt="2"
    >
      <Flex gap="2" align="center" wrap="wrap" mb="1">
        <Heading as="h3" size="sm" flex="1">
          {o.title}: {o.name}, {o.installed}
        </Heading>
        {!readOnly && o.worst !== 'STOP' && !here?.chosen && (
          <Button size="sm" variant="outline" color="ink" onClick={() => onTable(true)}>
            Choose
          </Button>
        )}
        {!readOnly && !here?.onTheTable && (
          <Button size="sm" variant="outline" color="ink" onClick={() => onTable(false)}>
            {chosen
              ? 'Put on the table in place of the chosen one'
              : 'Put on the table, to change it by hand'}
          </Button>
        )}
        <Button size="sm" variant="ghost" color="ink" onClick={onDone}>
          Done
        </Button>
      </Flex>
      {processor.choice}
      <MemoryPicture
        picture={processor.only(o.picture)}
        most={longest(job.found, o.picture)}
        name={`Memory of ${o.name}`}
        together
      />
      <Figures picture={o.picture} />
      <Findings findings={o.findings} />
    </Box>
  );
}

/** Why the layout on the table is not the one that is proposed: asked for, never guessed. */
function WhyNot({ job }: { job: JobView }) {
  const [asked, setAsked] = useState<string>();
  const why = useWhyNot(job.id, job.stamp, asked === job.stamp);
  const planned = job.fitLines.length > 0 || job.alternatives.length > 0;
  if (!planned) return null;
  return (
    <>
      <Button
        size="xs"
        variant="outline"
        color="ink"
        onClick={() => setAsked(job.stamp)}
        loading={why.isFetching}
      >
        Why is mine not among them?
      </Button>
      {asked === job.stamp && why.data && (
        <Box role="status" width="full" bg="panel" borderRadius="md" px="3" py="2">
          <Text>{why.data.text}</Text>
          {why.data.findings.map((f) => (
            <Text key={f.text} fontSize="sm">
              <SeverityMark severity={f.severity} /> {f.text}
            </Text>
          ))}
        </Box>
      )}
    </>
  );
}
