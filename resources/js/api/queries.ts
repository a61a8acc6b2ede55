import { QueryCache, QueryClient, queryOptions } from '@tanstack/react-query';
import { answer, api, Refused } from './client';

/**
 * Of this page. Whatever finds the session over has the session looked at anew, so that signing in is asked for in
 * place.
 */
export const queries: QueryClient = new QueryClient({
    defaultOptions: {
        queries: { retry: 1, refetchOnWindowFocus: true, networkMode: 'always' },
        mutations: { networkMode: 'always' },
    },
    queryCache: new QueryCache({
        onError: (error, query) => {
            if (
                error instanceof Refused &&
                (error.status === 401 || error.status === 419) &&
                query.queryKey[0] !== 'session'
            ) {
                void queries.invalidateQueries({ queryKey: ['session'] });
            }
        },
    }),
});

export const sessionQuery = queryOptions({
    queryKey: ['session'],
    queryFn: () => answer(api.GET('/session')),
    retry: false,
    staleTime: 5 * 60_000,
    // Somebody who is typing a password is not to be asked anew.
    refetchOnWindowFocus: (query) => query.state.data !== undefined,
    refetchOnReconnect: (query) => query.state.data !== undefined,
    // The page opens by itself once the server is there again.
    refetchInterval: (query) =>
        query.state.data === undefined && query.state.error instanceof Refused && query.state.error.status !== 401
            ? 3000
            : false,
});

export const pinsQuery = queryOptions({
    queryKey: ['pins'],
    queryFn: () => answer(api.GET('/session/pins')),
    retry: false,
});

export const signInsQuery = queryOptions({
    queryKey: ['sign-ins'],
    queryFn: () => answer(api.GET('/session/all')),
});

export interface JobsAsked {
    state: 'energised' | 'here' | 'back' | 'all';
    q?: string;
    page?: number;
}

/**
 * Asked for anew all the time: what is energised changes at other benches, and what a job waits for is worked out a few
 * at a time.
 */
export const jobsQuery = (asked: JobsAsked) =>
    queryOptions({
        queryKey: ['jobs', asked],
        queryFn: async () => {
            const request = api.GET('/jobs', { params: { query: asked } });
            const jobs = await answer(request);
            return { jobs, total: Number((await request).response.headers.get('X-Total-Count') ?? jobs.length) };
        },
        refetchInterval: (query) =>
            query.state.data?.jobs.some((job) => job.waits_for === NOT_YET) === true ? 1000 : 10_000,
        placeholderData: (before) => before,
    });

const NOT_YET = 'not worked out yet';

/** What workers are still at comes soon; what they have been at for minutes, some time. */
const awaited = (seen: number) => (seen < 60 ? 2000 : 15_000);

export const benchQuery = (job: string) =>
    queryOptions({
        queryKey: ['bench', job],
        queryFn: () => answer(api.GET('/jobs/{job}/bench', { params: { path: { job } } })),
        refetchInterval: (query) =>
            query.state.data?.photos.some((photo) => !photo.ready) === true
                ? 1000
                : query.state.data?.solving != null
                  ? 2000
                  : query.state.data?.awaits === true && awaited(query.state.dataUpdateCount),
    });

export const jobTraceQuery = (job: string) =>
    queryOptions({
        queryKey: ['job trace', job],
        queryFn: () => answer(api.GET('/jobs/{job}/trace', { params: { path: { job } } })),
    });

/** @param key of the description, which a job may change */
export const jobCircuitQuery = (job: string, key: string) =>
    queryOptions({
        queryKey: ['circuit', job, key],
        queryFn: () => answer(api.GET('/jobs/{job}/circuit', { params: { path: { job } } })),
        staleTime: Infinity,
    });

/** Of the good unit in a mode, or with one part failed. */
export const jobLevelsQuery = (job: string, key: string, query: { mode: string; part?: string; fault?: string }) =>
    queryOptions({
        queryKey: ['levels', job, key, query],
        queryFn: () => answer(api.GET('/jobs/{job}/levels', { params: { path: { job }, query } })),
        staleTime: Infinity,
    });

/** Red lead on one node, black on another. */
export const jobBetweenQuery = (job: string, key: string, query: { mode: string; red: string; black: string }) =>
    queryOptions({
        queryKey: ['between', job, key, query],
        queryFn: () => answer(api.GET('/jobs/{job}/between', { params: { path: { job }, query } })),
        staleTime: Infinity,
    });

export type Section = 'safe' | 'methods' | 'feed' | 'lamp' | 'ramp' | 'reform' | 'needs';

/** `asOf` changes with what the section follows: the log for the method and the lamp, the power state for the ramp. */
export const powerUpQuery = (job: string, section: Section, asOf: string) =>
    queryOptions({
        queryKey: ['powerup', job, section, asOf],
        queryFn: () => answer(api.GET('/jobs/{job}/powerup/{section}', { params: { path: { job, section } } })),
        staleTime: Infinity,
        placeholderData: (before) => before,
    });

export const reportQuery = (job: string) =>
    queryOptions({
        queryKey: ['report', job],
        queryFn: () => answer(api.GET('/jobs/{job}/report', { params: { path: { job } } })),
    });

export const suppliesQuery = (words = '') =>
    queryOptions({
        queryKey: ['supplies', 'list', words],
        queryFn: () => answer(api.GET('/supplies', { params: { query: words === '' ? {} : { q: words } } })),
        placeholderData: (before) => before,
    });

export const templatesQuery = queryOptions({
    queryKey: ['templates'],
    queryFn: () => answer(api.GET('/templates')),
    staleTime: Infinity,
});

export const kindsQuery = queryOptions({
    queryKey: ['kinds'],
    queryFn: () => answer(api.GET('/kinds')),
    staleTime: Infinity,
});

export const wordsQuery = queryOptions({
    queryKey: ['words'],
    queryFn: () => answer(api.GET('/words')),
    staleTime: Infinity,
});

export const supplyQuery = (supply: string) =>
    queryOptions({
        queryKey: ['supplies', supply],
        queryFn: () => answer(api.GET('/supplies/{supply}', { params: { path: { supply } } })),
    });

export const pagesQuery = (supply: string) =>
    queryOptions({
        queryKey: ['supplies', supply, 'pages'],
        queryFn: () => answer(api.GET('/supplies/{supply}/pages', { params: { path: { supply } } })),
    });

export const jobPagesQuery = (job: string) =>
    queryOptions({
        queryKey: ['job pages', job],
        queryFn: () => answer(api.GET('/jobs/{job}/pages', { params: { path: { job } } })),
        staleTime: 5 * 60_000,
    });

const forSupply = (supply: string) => ({ params: { path: { supply } } });

export const versionsQuery = (supply: string) =>
    queryOptions({
        queryKey: ['supplies', supply, 'versions'],
        queryFn: () => answer(api.GET('/supplies/{supply}/versions', forSupply(supply))),
    });

export const historyQuery = (supply: string) =>
    queryOptions({
        queryKey: ['supplies', supply, 'history'],
        queryFn: () => answer(api.GET('/supplies/{supply}/history', forSupply(supply))),
    });

export const differencesQuery = (supply: string, against: { version?: string; other?: string }) =>
    queryOptions({
        queryKey: ['supplies', supply, 'differences', against],
        queryFn: () =>
            answer(api.GET('/supplies/{supply}/differences', { params: { path: { supply }, query: against } })),
    });

/** Asks again every second until the faults are solved. */
export const progressQuery = (supply: string) =>
    queryOptions({
        queryKey: ['supplies', supply, 'progress'],
        queryFn: () => answer(api.GET('/supplies/{supply}/progress', forSupply(supply))),
        refetchInterval: (query) =>
            query.state.data?.state === 'ready' || query.state.data?.state === 'failed' ? false : 1000,
    });

export const budgetQuery = (supply: string, mode: string) =>
    queryOptions({
        queryKey: ['supplies', supply, 'budget', mode],
        queryFn: () => answer(api.GET('/supplies/{supply}/budget', { params: { path: { supply }, query: { mode } } })),
        staleTime: Infinity,
    });

export const waveformQuery = (supply: string, query: { mode: string; trace?: string; part?: string; fault?: string }) =>
    queryOptions({
        queryKey: ['supplies', supply, 'waveforms', query],
        queryFn: () => answer(api.GET('/supplies/{supply}/waveforms', { params: { path: { supply }, query } })),
        staleTime: Infinity,
        placeholderData: (before) => before,
    });

const forJob = (job: string) => ({ params: { path: { job } } });

/** What hangs on the log is asked for again with each entry: `asOf` is its length. */
export const placeQuery = (job: string, part: string, asOf: number) =>
    queryOptions({
        queryKey: ['parts', job, 'place', part, asOf],
        queryFn: () => answer(api.GET('/jobs/{job}/parts/{part}', { params: { path: { job, part } } })),
        staleTime: 30_000,
        placeholderData: (before) => (before?.ref === part ? before : undefined),
    });

export const recapQuery = (job: string, asOf: number) =>
    queryOptions({
        queryKey: ['parts', job, 'recap', asOf],
        queryFn: () => answer(api.GET('/jobs/{job}/recap', forJob(job))),
        placeholderData: (before) => before,
    });

export const reservationsQuery = (job: string) =>
    queryOptions({
        queryKey: ['parts', job, 'reservations'],
        queryFn: () => answer(api.GET('/jobs/{job}/reservations', forJob(job))),
    });

export const economicsQuery = (job: string, asOf: number) =>
    queryOptions({
        queryKey: ['parts', job, 'economics', asOf],
        queryFn: () => answer(api.GET('/jobs/{job}/economics', forJob(job))),
        placeholderData: (before) => before,
    });

export const stockQuery = (need: string) =>
    queryOptions({
        queryKey: ['stock', need],
        queryFn: () => answer(api.GET('/stock', { params: { query: need === '' ? {} : { need } } })),
        placeholderData: (before) => before,
        retry: false,
    });

export const instrumentsQuery = queryOptions({
    queryKey: ['instruments'],
    queryFn: () => answer(api.GET('/instruments')),
    staleTime: 60_000,
});

export const meterEffectQuery = (
    job: string,
    instrument: string,
    target: string,
    quantity: string | null,
    asOf: string,
) =>
    queryOptions({
        queryKey: ['effect', job, instrument, target, quantity, asOf],
        queryFn: () =>
            answer(
                api.GET('/jobs/{job}/instruments/{instrument}/effect', {
                    params: {
                        path: { job, instrument },
                        query: { target, ...(quantity === null ? {} : { quantity }) },
                    },
                }),
            ),
        staleTime: Infinity,
        retry: false,
    });

export const safetyRulesQuery = queryOptions({
    queryKey: ['safety-rules'],
    queryFn: () => answer(api.GET('/safety-rules')),
});

/** Milliseconds after which what the engine has not worked out yet is asked for again. */
const AGAIN = 3000;

export const loadTestQuery = (job: string, asOf: number) =>
    queryOptions({
        queryKey: ['prove', job, 'load', asOf],
        queryFn: () => answer(api.GET('/jobs/{job}/prove/load', forJob(job))),
        placeholderData: (before) => before,
        refetchInterval: (query) => (query.state.error === null ? false : AGAIN),
    });

export const soakDraftQuery = (job: string) =>
    queryOptions({
        queryKey: ['prove', job, 'soak'],
        queryFn: () => answer(api.GET('/jobs/{job}/prove/soak', forJob(job))),
        staleTime: Infinity,
        refetchInterval: (query) => (query.state.error === null ? false : AGAIN),
    });

export const heatQuery = (job: string, hottest: number, asOf: number) =>
    queryOptions({
        queryKey: ['prove', job, 'heat', hottest, asOf],
        queryFn: () => answer(api.GET('/jobs/{job}/prove/heat', { params: { path: { job }, query: { hottest } } })),
        placeholderData: (before) => before,
    });

export const calibrationQuery = (job: string, asOf: number) =>
    queryOptions({
        queryKey: ['prove', job, 'calibration', asOf],
        queryFn: () => answer(api.GET('/jobs/{job}/prove/calibration', forJob(job))),
        placeholderData: (before) => before,
        refetchInterval: (query) => (query.state.error === null ? false : AGAIN),
    });

export const safetyQuery = (job: string, asOf: number) =>
    queryOptions({
        queryKey: ['prove', job, 'safety', asOf],
        queryFn: () => answer(api.GET('/jobs/{job}/prove/safety', forJob(job))),
        placeholderData: (before) => before,
    });

/** A run under way is looked at every other second. */
export const runsQuery = (job: string) =>
    queryOptions({
        queryKey: ['runs', job],
        queryFn: () => answer(api.GET('/jobs/{job}/runs', forJob(job))),
        refetchInterval: (query) => (query.state.data?.some((run) => run.state === 'running') === true ? 2000 : false),
    });

export const runPlotQuery = (job: string, run: string, window: { from?: number; to?: number }, asOf: number) =>
    queryOptions({
        queryKey: ['runs', job, run, window, asOf],
        queryFn: () =>
            answer(api.GET('/jobs/{job}/runs/{run}/plot', { params: { path: { job, run }, query: window } })),
        placeholderData: (before) => before,
    });

export const boardsQuery = queryOptions({ queryKey: ['boards'], queryFn: () => answer(api.GET('/history')) });

export const practiceQuery = queryOptions({ queryKey: ['practice'], queryFn: () => answer(api.GET('/practice')) });

export const practiceRunQuery = (practice: string) =>
    queryOptions({
        queryKey: ['practice', practice],
        queryFn: () => answer(api.GET('/practice/{practice}', { params: { path: { practice } } })),
    });

export const seriesQuery = queryOptions({
    queryKey: ['practice', 'series'],
    queryFn: () => answer(api.GET('/practice/series')),
});

export const learningQuery = (person?: number) =>
    queryOptions({
        queryKey: ['practice', 'progress', person],
        queryFn: () => answer(api.GET('/practice/progress', { params: { query: { person } } })),
        placeholderData: (before) => before,
    });

export const workshopQuery = queryOptions({ queryKey: ['workshop'], queryFn: () => answer(api.GET('/workshop')) });

export const sharesQuery = queryOptions({ queryKey: ['shares'], queryFn: () => answer(api.GET('/shares')) });

export const peopleQuery = queryOptions({ queryKey: ['people'], queryFn: () => answer(api.GET('/people')) });

export const invitationQuery = (word: string) =>
    queryOptions({
        queryKey: ['invitation', word],
        queryFn: () => answer(api.GET('/invitations/{word}', { params: { path: { word } } })),
        retry: false,
        staleTime: Infinity,
    });

export const tokensQuery = queryOptions({ queryKey: ['tokens'], queryFn: () => answer(api.GET('/tokens')) });

export const networksQuery = queryOptions({ queryKey: ['networks'], queryFn: () => answer(api.GET('/networks')) });
