import createClient from 'openapi-fetch';
import type { components, paths } from './schema.generated';
import { isBeingWorkedOut, untilWorkedOut } from './working';

type Schemas = components['schemas'];
export type Bench = Schemas['Bench'];
export type Job = Schemas['Job'];
export type LogLine = Schemas['LogLine'];
export type PathStage = Schemas['PathStage'];
export type PointView = Schemas['PointView'];
export type Problem = Schemas['Problem'];
export type ReadingView = Schemas['ReadingView'];
export type Refusal = Schemas['Refusal'];
export type Report = Schemas['Report'];
export type Step = Schemas['Step'];
export type Supply = Schemas['SupplyAnswer'];
export type SuspectView = Schemas['SuspectView'];
export type User = Schemas['UserAnswer'];
export type Budget = Schemas['BudgetAnswer'];
export type Checked = Schemas['Checked'];
export type Imported = Schemas['Imported'];
export type Kind = Schemas['Kind'];
export type MarginView = Schemas['MarginView'];
export type Progress = Schemas['ProgressAnswer'];
export type Template = Schemas['TemplateAnswer'];
export type Course = Schemas['CourseAnswer'];
export type Option = Schemas['Option'];
export type PhotoView = Schemas['PhotoAnswer'];
export type DocumentPage = Schemas['DocumentPageAnswer'];
export type Traced = Schemas['TracedAnswer'];
export type Shares = Schemas['Shares'];
export type PinView = Schemas['PinView'];
export type Words = Schemas['Words'];
export type Waveform = Schemas['Waveform'];
export type Safety = Schemas['Safety'];
export type GateView = Schemas['GateView'];
export type GateItem = Schemas['GateItemView'];
export type LedgerEntry = Schemas['LedgerEntry'];
export type PowerUp = Schemas['PowerUp'];
export type LampPlan = Schemas['LampPlan'];
export type RampPlan = Schemas['RampPlan'];
export type FeedPlan = Schemas['FeedPlan'];
export type PowerMethod = Schemas['PowerMethodView'];
export type Caution = Schemas['Caution'];
export type Stock = Schemas['Stock'];
export type StockLine = Schemas['StockLineAnswer'];
export type StockCells = Schemas['StockCells'];
export type StockImport = Schemas['StockImportAnswer'];
export type LineProblem = Schemas['LineProblem'];
export type Combinations = Schemas['Combinations'];
export type Comparison = Schemas['ComparisonAnswer'];
export type FitRow = Schemas['FitRow'];
export type Offer = Schemas['Offer'];
export type PartPlace = Schemas['PartPlace'];
export type OriginView = Schemas['OriginView'];
export type TrialView = Schemas['TrialView'];
export type Judgement = Schemas['Judgement'];
export type Recap = Schemas['Recap'];
export type RecapLine = Schemas['RecapLine'];
export type RecapList = Schemas['RecapList'];
export type Economics = Schemas['Economics'];
export type Instrument = Schemas['InstrumentAnswer'];
export type Instruments = Schemas['Instruments'];
export type InstrumentCells = Schemas['InstrumentCells'];
export type Confirmable = Schemas['Confirmable'];
export type SettingToSend = Schemas['SettingToSend'];
export type LoadTest = Schemas['LoadTestAnswer'];
export type LoadStep = Schemas['LoadStepAnswer'];
export type SoakDraft = Schemas['SoakDraft'];
export type SoakChannel = Schemas['SoakChannel'];
export type SoakStage = Schemas['SoakStage'];
export type Heat = Schemas['Heat'];
export type Calibration = Schemas['Calibration'];
export type CalibrationPoint = Schemas['CalibrationPoint'];
export type CalibrationRow = Schemas['CalibrationRow'];
export type SafetyTests = Schemas['SafetyTests'];
export type SafetyPlanTest = Schemas['SafetyPlanTest'];
export type SafetyRules = Schemas['SafetyRules'];
export type RunView = Schemas['RunAnswer'];
export type RunPlot = Schemas['RunPlot'];
export type NewLink = Schemas['NewLink'];
export type People = Schemas['PeopleAnswer'];
export type Workshop = Schemas['WorkshopAnswer'];
export type PracticeRun = Schemas['PracticeRunAnswer'];
export type PracticeSeries = Schemas['PracticeSeriesAnswer'];
export type Circuit = Schemas['Circuit'];
export type CircuitPart = Schemas['CircuitPart'];
export type CircuitPin = Schemas['CircuitPin'];
export type Levels = Schemas['Levels'];

export const api = createClient<paths>({ baseUrl: '/api/v1', headers: { Accept: 'application/json' } });

function csrfToken(): string {
    const cookie = document.cookie.split('; ').find((c) => c.startsWith('XSRF-TOKEN='));
    return cookie === undefined ? '' : decodeURIComponent(cookie.slice('XSRF-TOKEN='.length));
}

api.use({
    onRequest({ request }) {
        request.headers.set('X-XSRF-TOKEN', csrfToken());
        return request;
    },
    onResponse({ request, response }) {
        return isBeingWorkedOut(response) ? untilWorkedOut(request, response) : undefined;
    },
});

/** A request that the server refused, with what it said; status 0 means that it never got there. */
export class Refused extends Error {
    constructor(
        message: string,
        readonly status: number,
        readonly errors: Record<string, string[]> = {},
        readonly problems: Problem[] = [],
        /** Of several entries sent together: those before the refused one, which stand. */
        readonly accepted: string[] | undefined = undefined,
    ) {
        super(message);
    }
}

/** For what is sent in and done only once a worker has found what it needs: the same is sent again until then. */
export const whileWorkedOut = {
    retry: (_: number, error: Error) => error instanceof Refused && error.status === 202,
    retryDelay: 1000,
};

/** Fetches a new token against cross-site requests; false if the server is not there. */
export async function renewToken(): Promise<boolean> {
    try {
        return (await fetch('/sanctum/csrf-cookie')).ok;
    } catch {
        return false;
    }
}

/** When what is shown was kept, if the network is away: set by the service worker's answers. */
export const kept = { at: undefined as string | undefined, listeners: new Set<() => void>() };

function note(response: Response) {
    const at = response.headers.get('X-Oculant-Kept') ?? undefined;
    if (at !== kept.at && (at !== undefined || response.ok)) {
        kept.at = at;
        kept.listeners.forEach((listener) => listener());
    }
}

type Answer<T> = { data?: T; error?: unknown; response: Response };

/** Unwraps an answer or throws what the server said. */
export async function answer<T>(request: Promise<Answer<T>>): Promise<T> {
    let result: Answer<T>;
    try {
        result = await request;
    } catch {
        throw new Refused('The server cannot be reached. What you typed is kept.', 0);
    }
    note(result.response);
    if (result.response.ok && !isBeingWorkedOut(result.response)) {
        return result.data as T;
    }
    const refusal = (result.error ?? {}) as Partial<Refusal>;
    const fallback =
        result.response.status === 202
            ? 'It is not ready yet.'
            : result.response.status === 429
              ? 'Too many tries. Wait a minute, then try again.'
              : `The server answered with ${result.response.status}. Try again; if it stays, look at storage/logs.`;
    throw new Refused(
        refusal.message || fallback,
        result.response.status,
        refusal.errors ?? {},
        refusal.problems ?? [],
        refusal.accepted,
    );
}
