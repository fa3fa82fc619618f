export { type Account, useSession, useSignOut } from './api';
export { OwnAccount } from './OwnAccount';
export { SetUp } from './SetUp';
export { SignIn } from './SignIn';
