export { type Account, useSession, useSignOut } from './api';
export { SignIn } from './SignIn';
