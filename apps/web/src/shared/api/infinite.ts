import type {
  FollowUpsDto,
  LaneUnitsApiArg,
  LaneUnitsDto,
  QueueApiArg,
  QueueDto,
  RegisterDto,
  RegisterPageApiArg,
  StorageUnitsApiArg,
  StorageUnitsDto,
  SuspectsDto,
  WalkApiArg,
  WalkDto,
} from './generated.ts';
import { client } from './client.ts';

type Filter<Arg> = Omit<Arg, 'limit' | 'cursor'>;

const REGISTER_PAGE = 300;
/** Page size of the queue beside the yard. */
const QUEUE_PAGE = 8;
/** Up to this number all units are loaded and drawn individually. */
const LANE_PAGE = 60;

/** Paged lists, each page requested with the cursor of the previous one. */
const lists = client.injectEndpoints({
  endpoints: (build) => ({
    registerPages: build.infiniteQuery<RegisterDto, Filter<RegisterPageApiArg>, string | undefined>({
      infiniteQueryOptions: { initialPageParam: undefined, getNextPageParam: ({ next }) => next ?? undefined },
      query: ({ queryArg, pageParam: cursor }) => ({
        url: '/api/register',
        params: { ...queryArg, limit: REGISTER_PAGE, cursor },
      }),
      providesTags: ['yard'],
    }),
    queuePages: build.infiniteQuery<QueueDto, Filter<QueueApiArg>, string | undefined>({
      infiniteQueryOptions: { initialPageParam: undefined, getNextPageParam: ({ next }) => next ?? undefined },
      query: ({ queryArg, pageParam: cursor }) => ({
        url: '/api/yard/queue',
        params: { ...queryArg, limit: QUEUE_PAGE, cursor },
      }),
      providesTags: ['yard'],
    }),
    laneUnitPages: build.infiniteQuery<LaneUnitsDto, Filter<LaneUnitsApiArg>, string | undefined>({
      infiniteQueryOptions: { initialPageParam: undefined, getNextPageParam: ({ next }) => next ?? undefined },
      query: ({ queryArg, pageParam: cursor }) => ({
        url: '/api/yard/units',
        params: { ...queryArg, limit: LANE_PAGE, cursor },
      }),
      providesTags: ['yard'],
    }),
    followUpPages: build.infiniteQuery<FollowUpsDto, undefined, string | undefined>({
      infiniteQueryOptions: { initialPageParam: undefined, getNextPageParam: ({ next }) => next ?? undefined },
      query: ({ pageParam: cursor }) => ({ url: '/api/follow-ups', params: { cursor } }),
      providesTags: ['unit', 'yard'],
    }),
    walkPages: build.infiniteQuery<WalkDto, Filter<WalkApiArg>, string | undefined>({
      infiniteQueryOptions: { initialPageParam: undefined, getNextPageParam: ({ next }) => next ?? undefined },
      query: ({ queryArg, pageParam: cursor }) => ({ url: '/api/hours/walk', params: { ...queryArg, cursor } }),
      providesTags: ['yard'],
    }),
    storagePages: build.infiniteQuery<StorageUnitsDto, Filter<StorageUnitsApiArg>, string | undefined>({
      infiniteQueryOptions: { initialPageParam: undefined, getNextPageParam: ({ next }) => next ?? undefined },
      query: ({ queryArg, pageParam: cursor }) => ({
        url: '/api/storage-list/units',
        params: { ...queryArg, cursor },
      }),
      providesTags: ['yard'],
    }),
    suspectPages: build.infiniteQuery<SuspectsDto, undefined, string | undefined>({
      infiniteQueryOptions: { initialPageParam: undefined, getNextPageParam: ({ next }) => next ?? undefined },
      query: ({ pageParam: cursor }) => ({ url: '/api/hours/suspects', params: { cursor } }),
      providesTags: ['yard'],
    }),
  }),
});

export const {
  useFollowUpPagesInfiniteQuery,
  useLaneUnitPagesInfiniteQuery,
  useRegisterPagesInfiniteQuery,
  useQueuePagesInfiniteQuery,
  useStoragePagesInfiniteQuery,
  useSuspectPagesInfiniteQuery,
  useWalkPagesInfiniteQuery,
} = lists;
