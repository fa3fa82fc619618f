import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, type Schemas } from '../../api/client';

export type Room = Schemas['RoomView'];
export type RoomUnit = Schemas['RoomUnitView'];
export type RoomPlan = Schemas['RoomPlanView'];
export type RoomLine = Schemas['RoomLineView'];

/** Rooms of which a machine is still here. */
export function useRooms() {
  return useQuery({
    queryKey: ['rooms'],
    queryFn: () => api.get<RoomLine[]>('/api/rooms'),
    staleTime: 15_000,
  });
}

/** The room a job is in, with its place there, from 1. */
export function inRoom(
  rooms: RoomLine[] | undefined,
  job: number,
): { room: RoomLine; place: number } | undefined {
  const room = rooms?.find((r) => r.jobs.includes(job));
  return room && { room, place: room.jobs.indexOf(job) + 1 };
}

/** @param id of the room; undefined asks nobody */
export function useRoom(id: number | undefined) {
  return useQuery({
    queryKey: ['room', id],
    queryFn: () => api.get<Room>(`/api/rooms/${id}`),
    enabled: id !== undefined,
    refetchInterval: 15_000,
  });
}

export function useTakeRoomIn() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: Schemas['RoomTakeIn']) => api.post<Room>('/api/rooms', body),
    onSuccess: () =>
      Promise.all([
        queries.invalidateQueries({ queryKey: ['jobs'] }),
        queries.invalidateQueries({ queryKey: ['rooms'] }),
      ]),
  });
}

const seen = (units: RoomUnit[]) => units.map((u) => ({ job: u.job, expectedVersion: u.version }));

/** What is done to a room's machines; each answers with the room as it is then. */
export function useRoomWork(id: number, login: string) {
  const queries = useQueryClient();
  const landed = (room: Room) => {
    queries.setQueryData(['room', id], room);
    for (const u of room.units) void queries.invalidateQueries({ queryKey: ['job', u.job] });
    void queries.invalidateQueries({ queryKey: ['jobs'] });
  };
  const again = () => queries.invalidateQueries({ queryKey: ['room', id] });
  return {
    standsFor: useMutation({
      mutationFn: ({ machineId, units }: { machineId: string; units: RoomUnit[] }) =>
        api.post<Room>(`/api/rooms/${id}/readings`, { machineId, units: seen(units) }),
      onSuccess: landed,
      onError: again,
    }),
    usual: useMutation({
      mutationFn: (units: RoomUnit[]) => api.post<Room>(`/api/rooms/${id}/usual`, { units: seen(units) }),
      onSuccess: landed,
      onError: again,
    }),
    /** A machine's own total, and the modules that it lists where they were counted. */
    line: useMutation({
      mutationFn: async ({ unit, total, listed }: { unit: RoomUnit; total: string; listed: string }) => {
        const change: Schemas['ChangeRequest']['change'] = {
          type: 'EnterReadout',
          phase: 'BEFORE',
          readings: listed ? { firmwareTotal: total, positionsFilled: listed } : { firmwareTotal: total },
        };
        const body: Schemas['ChangeRequest'] = {
          expectedVersion: unit.version,
          changeId: crypto.randomUUID(),
          by: login,
          change,
        };
        await api.post<Schemas['ChangeAnswer']>(`/api/jobs/${unit.job}/changes`, body);
        return api.get<Room>(`/api/rooms/${id}`);
      },
      onSuccess: landed,
      onError: again,
    }),
    plan: useMutation({
      mutationFn: (asked: { atLeastGib: number; alike: boolean }) =>
        api
          .get<RoomPlan>(`/api/rooms/${id}/plan?atLeastGib=${asked.atLeastGib}&alike=${asked.alike}`)
          .then((plan) => ({ plan, asked })),
    }),
    adopt: useMutation({
      mutationFn: ({
        units,
        ...asked
      }: {
        stamp: string;
        atLeastGib: number;
        alike: boolean;
        units: RoomUnit[];
      }) => api.post<Room>(`/api/rooms/${id}/plan`, { ...asked, units: seen(units) }),
      onSuccess: landed,
      onError: again,
    }),
  };
}
