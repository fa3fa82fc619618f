import { EVERYWHERE, Keys } from '../../parts/keys';
import { Badge, Box, Button, Field, Flex, Grid, Heading, Input, Stack, Text } from '@chakra-ui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { api, type Schemas } from '../../api/client';
import { SelectField } from '../../parts/Labelled';
import { Press } from '../../parts/Hand';
import { dayAndClock } from '../../parts/times';

type Account = Schemas['AccountView'];
type Role = Account['role'];

const ROLES: [Role, string][] = [
  ['LEAD', 'Lead: all, and the accounts'],
  ['TECHNICIAN', 'Technician: works on jobs'],
  ['DESK', 'Desk: takes in, reads'],
];

/** The people who sign in; only the lead comes here. */
export function AccountsPage() {
  const queries = useQueryClient();
  const accounts = useQuery({ queryKey: ['accounts'], queryFn: () => api.get<Account[]>('/api/accounts') });
  const keep = { onSuccess: (all: Account[]) => queries.setQueryData(['accounts'], all) };
  const change = useMutation({
    mutationFn: ({ login, ...body }: Schemas['AccountChange'] & { login: string }) =>
      api.post<Account[]>(`/api/accounts/${login}`, body),
    ...keep,
    // Somebody else was quicker: what is shown is what stands now.
    onError: () => queries.invalidateQueries({ queryKey: ['accounts'] }),
  });
  return (
    <Box as="main" p={{ base: '3', md: '5' }} maxW="64rem" mx="auto" width="full">
      <Keys map={EVERYWHERE} />
      <Heading as="h1" size="2xl" mb="4">
        Accounts
      </Heading>
      {(accounts.isError || change.isError) && (
        <Text role="alert" color="stop" mb="3">
          {(change.error ?? accounts.error)?.message}
        </Text>
      )}
      <Stack as="ul" gap="2" listStyleType="none">
        {(accounts.data ?? []).map((a) => (
          <Row
            key={a.login}
            account={a}
            busy={change.isPending}
            onChange={(body) =>
              change.mutate({
                login: a.login,
                expectedVersion: a.version,
                name: a.name,
                role: a.role,
                active: a.active,
                ...body,
              })
            }
          />
        ))}
      </Stack>
      <NewAccount onDone={keep.onSuccess} />
    </Box>
  );
}

function Row({
  account: a,
  busy,
  onChange,
}: {
  account: Account;
  busy: boolean;
  onChange: (body: Partial<Schemas['AccountChange']>) => void;
}) {
  const [password, setPassword] = useState('');
  return (
    <Box as="li" bg="panel" borderWidth="1px" borderColor="line" borderRadius="md" px="4" py="3">
      <Grid templateColumns={{ base: '1fr', md: '12rem 16rem 1fr auto' }} gap="3" alignItems="end">
        <Box>
          <Text fontWeight="700">{a.name}</Text>
          <Text fontFamily="mono" color="quiet">
            {a.login}
          </Text>
          <Text fontSize="sm" color="quiet">
            {a.seen ? `signed in, last ${dayAndClock(a.seen)}` : 'not signed in'}
          </Text>
          {!a.active && (
            <Badge bg="stopSoft" color="stop">
              shut
            </Badge>
          )}
        </Box>
        <SelectField
          label={`Role of ${a.name}`}
          value={a.role}
          options={ROLES}
          onChange={(role) => onChange({ role: role as Role })}
          disabled={busy}
        />
        <Flex gap="2" align="end">
          <Field.Root>
            <Field.Label fontWeight="600">{`New password for ${a.name}`}</Field.Label>
            <Input
              type="password"
              autoComplete="new-password"
              value={password}
              onChange={(e) => setPassword(e.target.value)}
            />
          </Field.Root>
          <Press
            variant="outline"
            color="ink"
            lacks={password.length < 12 && 'A password has 12 characters at least.'}
            onClick={() => {
              onChange({ password });
              setPassword('');
            }}
          >
            Set
          </Press>
        </Flex>
        <Button variant="outline" color="ink" disabled={busy} onClick={() => onChange({ active: !a.active })}>
          {a.active ? 'Shut' : 'Open again'}
        </Button>
      </Grid>
    </Box>
  );
}

function NewAccount({ onDone }: { onDone: (all: Account[]) => void }) {
  const empty = { login: '', name: '', role: 'TECHNICIAN' as Role, password: '' };
  const [fields, setFields] = useState(empty);
  const add = useMutation({
    mutationFn: (body: Schemas['NewAccount']) => api.post<Account[]>('/api/accounts', body),
    onSuccess: (all) => {
      onDone(all);
      setFields(empty);
    },
  });
  const submit = (e: FormEvent) => {
    e.preventDefault();
    add.mutate(fields);
  };
  const field = (key: 'login' | 'name' | 'password') => ({
    value: fields[key],
    onChange: (e: { target: { value: string } }) => setFields({ ...fields, [key]: e.target.value }),
  });
  return (
    <Box as="section" aria-label="New account" mt="5">
      <Heading as="h2" size="md" mb="2">
        New account
      </Heading>
      <form onSubmit={submit}>
        <Grid templateColumns={{ base: '1fr', md: '1fr 1fr 1.3fr 1.3fr auto' }} gap="3" alignItems="end">
          <Field.Root>
            <Field.Label fontWeight="600">Login</Field.Label>
            <Input {...field('login')} autoComplete="off" />
          </Field.Root>
          <Field.Root>
            <Field.Label fontWeight="600">Name</Field.Label>
            <Input {...field('name')} autoComplete="off" />
          </Field.Root>
          <SelectField
            label="Role"
            value={fields.role}
            options={ROLES}
            onChange={(role) => setFields({ ...fields, role: role as Role })}
          />
          <Field.Root>
            <Field.Label fontWeight="600">Password, 12 characters or more</Field.Label>
            <Input {...field('password')} type="password" autoComplete="new-password" />
          </Field.Root>
          <Press
            type="submit"
            loading={add.isPending}
            lacks={
              !fields.login
                ? 'Write the login first.'
                : !fields.name
                  ? 'Write the name first.'
                  : fields.password.length < 12 && 'A password has 12 characters at least.'
            }
          >
            Add
          </Press>
        </Grid>
        {add.isError && (
          <Text role="alert" color="stop" mt="2">
            {add.error.message}
          </Text>
        )}
      </form>
    </Box>
  );
}
