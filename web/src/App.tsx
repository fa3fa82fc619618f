import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { Fragment, lazy, type ReactNode, Suspense } from 'react';
import { Navigate, Route, Routes, useLocation, useNavigate, useParams } from 'react-router';
import { Find } from './features/find';
import { Broken, Nothing } from './features/keep';
import { OwnAccount, SetUp, SignIn, useSession, useSignOut } from './features/session';
import { TimerBar } from './features/timers';
import { Bar, type Place } from './parts/Bar';
import { AtHand } from './parts/Hand';

// Each place is fetched when somebody goes there.
const BenchPage = lazy(() => import('./features/bench').then((m) => ({ default: m.BenchPage })));
const BenchMode = lazy(() => import('./features/job').then((m) => ({ default: m.BenchMode })));
const JobPage = lazy(() => import('./features/job').then((m) => ({ default: m.JobPage })));
const SlipPage = lazy(() => import('./features/job').then((m) => ({ default: m.SlipPage })));
const RoomPage = lazy(() => import('./features/rooms').then((m) => ({ default: m.RoomPage })));
const MachinesPage = lazy(() => import('./features/machines').then((m) => ({ default: m.MachinesPage })));
const MachinePage = lazy(() => import('./features/machines').then((m) => ({ default: m.MachinePage })));
const RecordEditor = lazy(() => import('./features/machines').then((m) => ({ default: m.RecordEditor })));
const FieldDeskPage = lazy(() => import('./features/fielddesk').then((m) => ({ default: m.FieldDeskPage })));
const DrawerPage = lazy(() => import('./features/drawer').then((m) => ({ default: m.DrawerPage })));
const SuppliersPage = lazy(() => import('./features/suppliers').then((m) => ({ default: m.SuppliersPage })));
const OrdersPage = lazy(() => import('./features/purchases').then((m) => ({ default: m.OrdersPage })));
const HousePage = lazy(() => import('./features/house').then((m) => ({ default: m.HousePage })));
const RangePage = lazy(() => import('./features/practice').then((m) => ({ default: m.RangePage })));
const ShopPage = lazy(() => import('./features/shop').then((m) => ({ default: m.ShopPage })));
const AccountsPage = lazy(() => import('./features/accounts').then((m) => ({ default: m.AccountsPage })));
const UpkeepPage = lazy(() => import('./features/keep/UpkeepPage').then((m) => ({ default: m.UpkeepPage })));
const AboutPage = lazy(() => import('./features/keep/AboutPage').then((m) => ({ default: m.AboutPage })));

const PLACES: Place[] = [
  { to: '/jobs', name: 'Bench' },
  { to: '/desk', name: 'Field desk' },
  { to: '/machines', name: 'Machines' },
  { to: '/drawer', name: 'Drawer' },
  { to: '/orders', name: 'Orders' },
  { to: '/suppliers', name: 'Suppliers' },
  { to: '/house', name: 'House rules' },
];

const OF_THE_LEAD: Place[] = [
  { to: '/shop', name: 'Figures' },
  { to: '/accounts', name: 'Accounts' },
  { to: '/upkeep', name: 'Upkeep' },
];

/** What stands in the person's menu only. */
const ONES_OWN: Place[] = [
  { to: '/practice', name: 'Practice range' },
  { to: '/account', name: 'My password' },
  { to: '/about', name: 'About Zephyr Ridge' },
];

/** A page belongs to its job, or its record: another one is a new page, and nothing that was typed for one goes over to it. */
function Own({ children }: { children: ReactNode }) {
  const { id } = useParams();
  return <Fragment key={id}>{children}</Fragment>;
}

export function App() {
  const session = useSession();
  const signOut = useSignOut();
  const navigate = useNavigate();
  const { pathname } = useLocation();
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
  const places = account?.role === 'LEAD' ? [...PLACES, ...OF_THE_LEAD] : PLACES;
  return (
    <Flex direction="column" minH="100vh">
      <Bar
        person={account?.name}
        places={places}
        own={ONES_OWN}
        onSignOut={() => signOut.mutate(undefined, { onSuccess: () => navigate('/') })}
      >
        {account && <TimerBar writes={account.role !== 'DESK'} />}
        {account && <Find />}
        {account ? (
          <Broken key={pathname}>
            <Suspense fallback={<Text p="6">One moment …</Text>}>
              <Routes>
                <Route path="/jobs" element={<BenchPage account={account} />} />
                <Route
                  path="/jobs/:id"
                  element={
                    <Own>
                      <JobPage account={account} />
                    </Own>
                  }
                />
                <Route
                  path="/jobs/:id/slip"
                  element={
                    <Own>
                      <SlipPage account={account} />
                    </Own>
                  }
                />
                <Route
                  path="/jobs/:id/bench"
                  element={
                    <Own>
                      <BenchMode account={account} />
                    </Own>
                  }
                />
                <Route
                  path="/jobs/:id/:station"
                  element={
                    <Own>
                      <JobPage account={account} />
                    </Own>
                  }
                />
                <Route
                  path="/rooms/:id"
                  element={
                    <Own>
                      <RoomPage account={account} />
                    </Own>
                  }
                />
                <Route path="/desk" element={<FieldDeskPage account={account} />} />
                <Route path="/machines" element={<MachinesPage account={account} />} />
                {account.role !== 'DESK' && (
                  <Route
                    path="/machines/:id/edit"
                    element={
                      <Own>
                        <RecordEditor />
                      </Own>
                    }
                  />
                )}
                <Route
                  path="/machines/:id"
                  element={
                    <Own>
                      <MachinePage account={account} />
                    </Own>
                  }
                />
                <Route path="/drawer" element={<DrawerPage account={account} />} />
                <Route path="/orders" element={<OrdersPage account={account} />} />
                <Route path="/suppliers" element={<SuppliersPage account={account} />} />
                <Route path="/house" element={<HousePage account={account} />} />
                <Route path="/practice" element={<RangePage account={account} />} />
                {account.role === 'LEAD' && <Route path="/shop" element={<ShopPage />} />}
                {account.role === 'LEAD' && <Route path="/accounts" element={<AccountsPage />} />}
                {account.role === 'LEAD' && <Route path="/upkeep" element={<UpkeepPage />} />}
                <Route path="/account" element={<OwnAccount account={account} />} />
                <Route path="/about" element={<AboutPage version={session.data.version} />} />
                <Route path="/" element={<Navigate to="/jobs" replace />} />
                <Route path="/sign-in" element={<Navigate to="/jobs" replace />} />
                <Route path="/index.html" element={<Navigate to="/jobs" replace />} />
                <Route path="*" element={<Nothing />} />
              </Routes>
            </Suspense>
          </Broken>
        ) : session.data.setUp ? (
          <SetUp />
        ) : (
          <SignIn />
        )}
      </Bar>
      <AtHand />
    </Flex>
  );
}
