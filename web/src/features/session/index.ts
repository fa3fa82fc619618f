export { type Account, useSession, useSignOut } from './api';
export { SetUp } from './SetUp';
export { SignIn } from './SignIn';
