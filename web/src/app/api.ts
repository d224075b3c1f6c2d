import { createApi, type BaseQueryFn } from '@reduxjs/toolkit/query/react';
import type { Receipt } from '@caesura/core/handoff';
import type { Plan, Size } from '@caesura/core/plan';
import { CaesuraError, type FrameRate, type Frames } from '@caesura/core/time';
import { askJson } from './http.ts';

/** A plan as the server keeps it. */
export interface StoredPlan {
  readonly id: string;
  readonly revision: number;
  readonly changedAt: string;
  readonly plan: Plan;
}

/** A picture of a film: of which strip, the part of its clip it is from, width over height. */
export interface FilmPicture {
  readonly strip: string;
  readonly at: number;
  readonly aspect: number;
}

/** A plan in the list. */
export interface PlanSummary {
  readonly id: string;
  readonly revision: number;
  readonly changedAt: string;
  readonly name: string;
  readonly client: string;
  readonly rate: FrameRate;
  readonly dropFrame: boolean;
  readonly target: Frames;
  readonly length: Frames | null;
  readonly clips: number;
  readonly shotCount: number;
  /** Start of each shot that a small picture shows, and the place of its clip or −1. */
  readonly shots: readonly (readonly [Frames, number])[];
  readonly size: Size;
  /** Pictures of its film in a row; see `FilmRow`. */
  readonly pictures: readonly (FilmPicture | null)[];
  /** Why it cannot be opened; null when it can. */
  readonly unreadable: string | null;
}

/** A receipt with when it was kept. */
export interface KeptReceipt extends Receipt {
  readonly at: string;
}

/** A version of a plan that is kept. */
export interface VersionEntry {
  readonly number: number;
  readonly at: string;
  readonly revision: number;
  /** Null for one that was kept by itself. */
  readonly name: string | null;
  readonly summary: Omit<PlanSummary, 'id' | 'revision' | 'changedAt'>;
}

/** How much the server keeps. */
export interface Storage {
  /** Bytes of the database. */
  readonly database: number;
  readonly media: { readonly files: number; readonly bytes: number };
  /** Of those, to which nothing refers. */
  readonly unused: { readonly files: number; readonly bytes: number };
  /** Plans that can be brought back, and until when. */
  readonly deleted: readonly {
    readonly id: string;
    readonly name: string;
    readonly until: string;
  }[];
}

/** What was freed. */
interface Freed {
  readonly plans: number;
  readonly files: number;
  readonly bytes: number;
}

/** An error as kept in the store: plain data. */
export interface ApiError {
  readonly code: string;
  readonly message: string;
  readonly mend?: string | undefined;
}

interface Request {
  readonly url: string;
  readonly method?: string;
  readonly body?: unknown;
}

const baseQuery: BaseQueryFn<Request, unknown, ApiError> = async (
  { url, method = 'GET', body },
  { signal },
) => {
  try {
    return { data: await askJson(method, url, body, { signal }) };
  } catch (error) {
    if (!(error instanceof CaesuraError)) throw error;
    return { error: { code: error.code, message: error.message, mend: error.mend } };
  }
};

/** The server's plans, cached. */
export const api = createApi({
  baseQuery,
  tagTypes: ['plans', 'receipts', 'versions', 'storage'],
  endpoints: (build) => ({
    plans: build.query<PlanSummary[], void>({
      query: () => ({ url: '/api/plans' }),
      providesTags: ['plans'],
    }),
    createPlan: build.mutation<StoredPlan, Plan>({
      query: (plan) => ({ url: '/api/plans', method: 'POST', body: { plan } }),
      invalidatesTags: ['plans'],
    }),
    copyPlan: build.mutation<StoredPlan, string>({
      query: (id) => ({ url: `/api/plans/${id}/copy`, method: 'POST' }),
      invalidatesTags: ['plans', 'storage'],
    }),
    deletePlan: build.mutation<null, string>({
      query: (id) => ({ url: `/api/plans/${id}`, method: 'DELETE' }),
      invalidatesTags: ['plans', 'storage'],
    }),
    restorePlan: build.mutation<StoredPlan, string>({
      query: (id) => ({ url: `/api/plans/${id}/restore`, method: 'POST' }),
      invalidatesTags: ['plans', 'storage'],
    }),
    storage: build.query<Storage, void>({
      query: () => ({ url: '/api/storage' }),
      providesTags: ['storage'],
    }),
    freeStorage: build.mutation<Freed, { deletedPlans: boolean }>({
      query: (body) => ({ url: '/api/storage/free', method: 'POST', body }),
      invalidatesTags: ['storage'],
    }),
    versions: build.query<VersionEntry[], string>({
      query: (id) => ({ url: `/api/plans/${id}/versions` }),
      providesTags: ['versions'],
    }),
    keepVersion: build.mutation<VersionEntry, { id: string; name: string }>({
      query: ({ id, name }) => ({
        ...{ url: `/api/plans/${id}/versions`, method: 'POST' },
        body: { name },
      }),
      invalidatesTags: ['versions'],
    }),
    nameVersion: build.mutation<null, { id: string; number: number; name: string }>({
      query: ({ id, number, name }) => ({
        ...{ url: `/api/plans/${id}/versions/${number}`, method: 'PUT' },
        body: { name },
      }),
      invalidatesTags: ['versions'],
    }),
    removeVersion: build.mutation<null, { id: string; number: number }>({
      query: ({ id, number }) => ({
        ...{ url: `/api/plans/${id}/versions/${number}`, method: 'DELETE' },
      }),
      invalidatesTags: ['versions'],
    }),
    receipts: build.query<KeptReceipt[], string>({
      query: (id) => ({ url: `/api/plans/${id}/receipts` }),
      providesTags: ['receipts'],
    }),
    keepReceipt: build.mutation<KeptReceipt, { id: string; receipt: Receipt }>({
      query: ({ id, receipt }) => ({
        ...{ url: `/api/plans/${id}/receipts`, method: 'POST' },
        body: { receipt },
      }),
      invalidatesTags: ['receipts'],
    }),
  }),
});

export const {
  usePlansQuery,
  useCreatePlanMutation,
  useCopyPlanMutation,
  useDeletePlanMutation,
  useFreeStorageMutation,
  useKeepReceiptMutation,
  useKeepVersionMutation,
  useNameVersionMutation,
  useRemoveVersionMutation,
  useVersionsQuery,
  useReceiptsQuery,
  useRestorePlanMutation,
  useStorageQuery,
} = api;
