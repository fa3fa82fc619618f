import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, type Schemas } from '../../api/client';

export type Account = Schemas['Account'];

export function useSession() {
  return useQuery({
    queryKey: ['session'],
    queryFn: () => api.get<Schemas['Session']>('/api/session'),
    staleTime: Infinity,
  });
}

export function useSignInHints() {
  return useQuery({
    queryKey: ['sign-in-hints'],
    queryFn: () => api.get<Schemas['SignInHints']>('/api/sign-in-hints'),
    staleTime: Infinity,
  });
}

export function useSignIn() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (fields: { login: string; password: string }) => api.form('/api/sign-in', fields),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['session'] }),
  });
}

export function useSignOut() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: () => api.form('/api/sign-out', {}),
    onSuccess: () => {
      queries.clear();
      return queries.invalidateQueries({ queryKey: ['session'] });
    },
  });
}

/** Makes the first account and signs it in. */
export function useSetUp() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async (body: Schemas['FirstAccount']) => {
      await api.post<void>('/api/first-account', body);
      await api.form('/api/sign-in', { login: body.login, password: body.password });
    },
    onSuccess: () => queries.invalidateQueries({ queryKey: ['session'] }),
  });
}
