import { queryOptions } from '@tanstack/react-query';
import { answer, api } from './client';

export const sessionQuery = queryOptions({
    queryKey: ['session'],
    queryFn: () => answer(api.GET('/session')),
    retry: false,
    staleTime: 5 * 60_000,
});

export const jobsQuery = queryOptions({ queryKey: ['jobs'], queryFn: () => answer(api.GET('/jobs')) });

export const benchQuery = (job: string) =>
    queryOptions({ queryKey: ['bench', job], queryFn: () => answer(api.GET('/jobs/{job}/bench', { params: { path: { job } } })) });

export const reportQuery = (job: string) =>
    queryOptions({ queryKey: ['report', job], queryFn: () => answer(api.GET('/jobs/{job}/report', { params: { path: { job } } })) });

export const suppliesQuery = queryOptions({ queryKey: ['supplies'], queryFn: () => answer(api.GET('/supplies')) });

export const symptomsQuery = queryOptions({ queryKey: ['symptoms'], queryFn: () => answer(api.GET('/symptoms')), staleTime: Infinity });

export const supplyQuery = (supply: string) =>
    queryOptions({ queryKey: ['supplies', supply], queryFn: () => answer(api.GET('/supplies/{supply}', { params: { path: { supply } } })) });
