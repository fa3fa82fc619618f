import { Box, Button, Flex, Heading, HStack, Link, Text } from '@chakra-ui/react';
import { Link as RouterLink, Navigate, Route, Routes, useNavigate } from 'react-router';
import { AccountsPage } from './features/accounts';
import { BenchPage } from './features/bench';
import { Find } from './features/find';
import { JobPage } from './features/job';
import { MachinePage, MachinesPage } from './features/machines';
import { SetUp, SignIn, useSession, useSignOut } from './features/session';
import { TimerBar } from './features/timers';
import { useColorMode } from './theme/colorMode';

export function App() {
  const session = useSession();
  const [mode, toggle] = useColorMode();
  if (session.isPending) {
    return <Text p="6">One moment …</Text>;
  }
  if (session.isError) {
    return (
      <Box p="6" role="alert">
        <Heading size="md">The server does not answer</Heading>
        <Text mb="3">{session.error.message}</Text>
        <Button onClick={() => session.refetch()}>Try again</Button>
      </Box>
    );
  }
  const account = session.data.account;
  return (
    <Flex direction="column" minH="100vh">
      <Flex
        as="header"
        bg="panel"
        borderBottomWidth="1px"
        borderColor="line"
        px="4"
        py="1.5"
        align="center"
        gap="3"
        wrap="wrap"
      >
        <Link asChild color="ink" fontWeight="700" fontSize="lg">
          <RouterLink to="/jobs">
            <svg width="26" height="20" viewBox="0 0 26 20" aria-hidden="true">
              <path d="M0 18 6 6l5 6 6-11 9 17z" fill="currentColor" opacity=".85" />
            </svg>
            Zephyr Ridge
          </RouterLink>
        </Link>
        <Box flex="1" />
        <HStack gap={{ base: '0', md: '2' }} wrap="wrap">
          <Button size="sm" variant="ghost" color="ink" onClick={toggle}>
            {mode === 'dark' ? 'Light' : 'Dark'}
          </Button>
          {account && (
            <Link asChild color="ink" px="2">
              <RouterLink to="/machines">Machines</RouterLink>
            </Link>
          )}
          {account?.role === 'LEAD' && (
            <Link asChild color="ink" px="2">
              <RouterLink to="/accounts">Accounts</RouterLink>
            </Link>
          )}
          {account && <SignedIn name={account.name} />}
        </HStack>
      </Flex>
      {account && <TimerBar writes={account.role !== 'DESK'} />}
      {account && <Find />}
      {account ? (
        <Routes>
          <Route path="/jobs" element={<BenchPage account={account} />} />
          <Route path="/jobs/:id" element={<JobPage account={account} />} />
          <Route path="/jobs/:id/:station" element={<JobPage account={account} />} />
          <Route path="/machines" element={<MachinesPage account={account} />} />
          <Route path="/machines/:id" element={<MachinePage />} />
          {account.role === 'LEAD' && <Route path="/accounts" element={<AccountsPage />} />}
          <Route path="*" element={<Navigate to="/jobs" replace />} />
        </Routes>
      ) : session.data.setUp ? (
        <SetUp />
      ) : (
        <SignIn />
      )}
    </Flex>
  );
}

function SignedIn({ name }: { name: string }) {
  const signOut = useSignOut();
  const navigate = useNavigate();
  return (
    <>
      <Text>{name}</Text>
      <Button
        size="sm"
        variant="outline"
        color="ink"
        onClick={() => signOut.mutate(undefined, { onSuccess: () => navigate('/') })}
      >
        Sign out
      </Button>
    </>
  );
}
