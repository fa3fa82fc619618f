import { Box, Button, Field, Flex, Grid, Input, NativeSelect, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { Choice } from '../../../../parts/Choice';
import { SelectField, TextField } from '../../../../parts/Labelled';
import type { JobView } from '../../api';
import { useHouse, useOptions } from './api';
import type { StationProps } from '../shared/props';
import { Press } from '../../../../parts/Hand';

type Change = StationProps['change'];
type Level = 'LOW' | 'USUAL' | 'HIGH';

const plain = (size: string | undefined) =>
  size === undefined || size.startsWith('0 ') ? '' : size.replace('iB', 'B');
/** "16" means 16 GB. */
const size = (text: string) => (/^\d+$/.test(text.trim()) ? `${text.trim()} GB` : text.trim());

/** What is wanted in figures, and what the work needs; folded away until somebody asks. */
export function Wanted({ job, change, readOnly }: { job: JobView; change: Change; readOnly: boolean }) {
  const { target, measured } = job.need;
  const options = useOptions(job);
  const want = (next: Partial<typeof target>, refused: (why: string) => void) => {
    const all = { ...target, ...next };
    void change(
      {
        type: 'Want',
        atLeast: all.atLeast || undefined,
        ideally: all.ideally || undefined,
        budget: all.budget || undefined,
        withinDays: all.withinDays,
      },
      refused,
    );
  };
  const measure = (next: Partial<typeof measured>, refused?: (why: string) => void) => {
    const all = { ...measured, ...next };
    void change({ type: 'Measure', ...all, peak: all.peak || undefined }, refused);
  };
  const said = [
    plain(target.atLeast) && `at least ${plain(target.atLeast)}`,
    target.ideally && `ideally ${plain(target.ideally)}`,
    target.budget && `up to ${target.budget}`,
    target.withinDays !== undefined && `within ${target.withinDays} days`,
    measured.peak && `peak ${plain(measured.peak)}`,
    Object.keys(measured.work).length > 0 && `${Object.keys(measured.work).length} kinds of work`,
  ].filter(Boolean);
  const work = (options.data?.work ?? []).filter((w) => w.id !== 'system');
  const setWork = (id: string, level: Level | '') => {
    const next = { ...measured.work } as Record<string, Level>;
    if (level === '') delete next[id];
    else next[id] = level;
    measure({ work: next });
  };
  const wished = options.data?.wished;
  const asked = wished && !readOnly && (
    <Flex gap="3" wrap="wrap" align="center">
      <Text>{`“${job.order.wish}”: is that ${wished} of memory?`}</Text>
      <Button
        size="sm"
        variant="outline"
        color="ink"
        onClick={() => want({ ideally: wished }, () => undefined)}
      >
        {`Plan for ${wished}`}
      </Button>
    </Flex>
  );
  return (
    <>
      {asked}
      <Box asChild>
        <details>
          <Box as="summary" cursor="pointer" fontWeight="600" width="fit-content">
            What is wanted, and what the work needs
            <Text as="span" fontWeight="400" color="quiet">
              {said.length > 0 ? `: ${said.join(', ')}` : ': not said'}
            </Text>
          </Box>
          <Grid templateColumns={{ base: '1fr 1fr', md: 'repeat(4, 1fr)' }} gap="3" mt="2">
            <TextField
              label="At least"
              value={plain(target.atLeast)}
              disabled={readOnly}
              help="GB"
              onCommit={(v, refused) => want({ atLeast: v ? size(v) : '0 GiB' }, refused)}
            />
            <TextField
              label="Ideally"
              value={plain(target.ideally)}
              disabled={readOnly}
              help="GB"
              onCommit={(v, refused) => want({ ideally: v ? size(v) : undefined }, refused)}
            />
            <TextField
              label="Budget, with tax"
              value={target.budget ?? ''}
              disabled={readOnly}
              onCommit={(v, refused) => want({ budget: v || undefined }, refused)}
            />
            <TextField
              label="Ready within, days"
              value={target.withinDays === undefined ? '' : String(target.withinDays)}
              disabled={readOnly}
              onCommit={(v, refused) =>
                /^\d{0,3}$/.test(v.trim())
                  ? want({ withinDays: v.trim() ? Number(v) : undefined }, refused)
                  : refused('a number of days')
              }
            />
            <TextField
              label="Most in use, measured"
              value={plain(measured.peak)}
              disabled={readOnly}
              help="GB: total less available"
              onCommit={(v, refused) => measure({ peak: v ? size(v) : undefined }, refused)}
            />
            <TextField
              label="Watched for, hours"
              value={measured.hours === undefined ? '' : String(measured.hours)}
              disabled={readOnly}
              onCommit={(v, refused) =>
                /^\d{0,4}$/.test(v.trim())
                  ? measure({ hours: v.trim() ? Number(v) : undefined }, refused)
                  : refused('a number of hours')
              }
            />
          </Grid>
          <Flex gap="4" wrap="wrap" mt="2">
            <Choice
              label="Paged for longer"
              value={measured.paging === undefined ? undefined : measured.paging ? 'YES' : 'NO'}
              options={[
                ['NO', 'No'],
                ['YES', 'Yes'],
              ]}
              disabled={readOnly}
              onChange={(v) => measure({ paging: v === 'YES' })}
            />
            <Choice
              label="System drive"
              labelWidth="8rem"
              value={measured.drive}
              options={[
                ['NOT_KNOWN', 'Not known'],
                ['SPINNING', 'Spinning'],
                ['SOLID', 'Solid'],
              ]}
              disabled={readOnly}
              onChange={(drive) => measure({ drive })}
            />
          </Flex>
          {!measured.peak && work.length > 0 && (
            <Box mt="2">
              <Text fontWeight="600">Or by the work (common practice, no source)</Text>
              <Grid templateColumns={{ base: '1fr', md: 'repeat(3, 1fr)' }} gap="2">
                {work.map((w) => (
                  <Flex key={w.id} align="center" gap="2" asChild>
                    <label>
                      <Text as="span" flex="1">
                        {w.name}
                      </Text>
                      <NativeSelect.Root size="sm" width="9.5rem" disabled={readOnly}>
                        <NativeSelect.Field
                          value={(measured.work as Record<string, Level>)[w.id] ?? ''}
                          onChange={(e) => setWork(w.id, e.target.value as Level | '')}
                          bg="panel"
                        >
                          <option value="">no</option>
                          <option value="LOW">{`a little: ${w.low}`}</option>
                          <option value="USUAL">{`as usual: ${w.usual}`}</option>
                          <option value="HIGH">{`much: ${w.high}`}</option>
                        </NativeSelect.Field>
                        <NativeSelect.Indicator />
                      </NativeSelect.Root>
                    </label>
                  </Flex>
                ))}
              </Grid>
            </Box>
          )}
          <Schools job={job} change={change} readOnly={readOnly} />
        </details>
      </Box>
    </>
  );
}

/** Where this job deviates from the house, with the reason. */
function Schools({ job, change, readOnly }: { job: JobView; change: Change; readOnly: boolean }) {
  const house = useHouse();
  const [school, setSchool] = useState('');
  const [reason, setReason] = useState('');
  const options = (house.data?.questions ?? []).flatMap((q) =>
    q.schools.filter((s) => s.id !== q.chosen).map((s): [string, string] => [s.id, `${q.text}: ${s.name}`]),
  );
  return (
    <Box mt="3">
      <Text fontWeight="600">House rules in this job</Text>
      {job.otherSchools.length === 0 && <Text color="quiet">It follows the house in everything.</Text>}
      {job.otherSchools.map((o) => (
        <Flex key={o.school} gap="3" align="baseline">
          <Text>
            {o.text} ({o.reason})
          </Text>
          {!readOnly && (
            <Button
              size="xs"
              variant="ghost"
              color="ink"
              onClick={() => void change({ type: 'FollowSchool', school: o.school, reason: '' })}
            >
              As the house again
            </Button>
          )}
        </Flex>
      ))}
      {!readOnly && (
        <Flex gap="3" align="end" wrap="wrap">
          <Box width={{ base: 'full', md: '24rem' }}>
            <SelectField
              label="Follow another one here"
              value={school}
              options={[['', 'none'], ...options]}
              onChange={setSchool}
            />
          </Box>
          <Field.Root width={{ base: 'full', md: '16rem' }}>
            <Field.Label fontWeight="600">Why, in this job</Field.Label>
            <Input value={reason} onChange={(e) => setReason(e.target.value)} />
          </Field.Root>
          <Press
            size="sm"
            variant="outline"
            color="ink"
            lacks={
              !school ? 'Choose first which rule this job follows.' : !reason.trim() && 'Write first why.'
            }
            onClick={() => {
              void change({ type: 'FollowSchool', school, reason });
              setSchool('');
              setReason('');
            }}
          >
            Deviate
          </Press>
        </Flex>
      )}
    </Box>
  );
}
