/** Something that was typed and is on its way to a job's log. It belongs to whoever typed it. */
export interface Entry {
    id: string;
    /** Account that typed it; null for what an older version of this page left behind. */
    user: number | null;
    job: string;
    kind: string;
    payload: Record<string, unknown>;
    /** When it was typed, by this device's clock. */
    at: string;
    /** The picture itself, for a photograph. */
    picture?: Blob;
    /** Confirmed as still true of the unit, though it is old. */
    stillTrue?: boolean;
    /** Why the server did not take it; until it is mended or thrown away. */
    refused?: Refusal;
}

export interface Refusal {
    message: string;
    /** Which field is wrong: "still_true" if it is only to be confirmed, "unit" if volts or ohms was asked. */
    field: string;
    status: number;
}

export interface Store {
    all(): Promise<Entry[]>;
    put(entry: Entry): Promise<void>;
    remove(id: string): Promise<void>;
}

/** What the server said to one entry; status 0 if it was not reached. */
export type Said = { ok: true } | { ok: false; status: number; message: string; field: string };

/** Entries of one job in their order; what was said to each, up to the first that did not get through. */
export type Send = (entries: Entry[]) => Promise<Said[]>;

/** So many go in one request. */
const MOST = 50;

export interface View {
    /** Of whoever is signed in, in the order in which they were typed. */
    waiting: Entry[];
    refused: Entry[];
    /** True if entries wait for somebody to sign in again. */
    signedOut: boolean;
    sending: boolean;
    /** What the server said is wrong with itself, while entries wait for it to be mended. */
    why?: string;
}

/** Answers that say nothing of the entry: the network, the server, its load. */
const saysNothing = (status: number) =>
    status === 0 || status === 408 || status === 421 || status === 425 || status === 429 || status >= 500;

/** The session is over, or its token: the entry is as good as it was. */
const isSignedOut = (status: number) => status === 401 || status === 419;

/**
 * What stands on something that is only to be confirmed waits with it: a reading belongs behind the power that it was
 * taken with.
 */
const holds = (entry: Entry) => entry.refused?.field === 'still_true';

/** The first, and those behind it that may go with it: of the same job, and no picture, which goes by itself. */
function inOneRequest(row: Entry[]): Entry[] {
    const [first] = row;
    if (first === undefined || first.picture !== undefined) {
        return row.slice(0, 1);
    }
    const end = row.findIndex((entry) => entry.job !== first.job || entry.picture !== undefined);
    return row.slice(0, Math.min(end === -1 ? row.length : end, MOST));
}

/**
 * Keeps what was typed until the server has it. Each entry is stored before anything is sent; the server knows one that
 * it has seen by its ULID. Only a verdict on the entry itself takes it out of the row, and then into a tray, where it
 * stays until somebody mends it or throws it away.
 */
export class Outbox {
    private entries: Entry[] = [];
    private user: number | null = null;
    private signedOut = false;
    private sending = false;
    private why: string | undefined;
    private again = false;
    /** Taken by the server, and not yet shown as such. */
    private readonly arrived = new Set<string>();
    /** On their way into the store: not to be sent before they are there. */
    private readonly writing = new Set<string>();
    private readonly unkept = new Set<string>();
    private view: View = { waiting: [], refused: [], signedOut: false, sending: false };
    private readonly listeners = new Set<() => void>();
    private loaded: Promise<void> | undefined;

    constructor(
        private readonly store: Store,
        private readonly send: Send,
        /**
         * Told of what the server has taken; until it is done, that is shown as on its way: it is never in neither
         * place.
         */
        private readonly told: (entries: Entry[]) => Promise<unknown> = () => Promise.resolve(),
        /** One page at a time sends; the default is for a world with a single page. */
        private readonly alone: (work: () => Promise<void>) => Promise<void> = (work) => work(),
    ) {}

    subscribe = (listener: () => void): (() => void) => {
        this.listeners.add(listener);
        return () => this.listeners.delete(listener);
    };

    snapshot = (): View => this.view;

    /** Whoever is signed in now: their entries leave, those of others stay where they are. */
    async signedIn(user: number): Promise<void> {
        this.user = user;
        this.signedOut = false;
        await this.load();
        this.show();
        await this.flush();
    }

    async record(entry: Omit<Entry, 'user'>): Promise<void> {
        await this.load();
        const kept: Entry = { ...entry, user: this.user };
        this.entries.push(kept);
        this.writing.add(kept.id);
        this.show();
        // A browser that keeps nothing (private, or full) still has it until this page goes.
        await this.store.put(kept).catch(() => this.unkept.add(kept.id));
        this.writing.delete(kept.id);
        await this.flush();
    }

    /** Sends a refused one again, mended or confirmed. */
    async retry(id: string, change: Partial<Pick<Entry, 'payload' | 'stillTrue'>> = {}): Promise<void> {
        await this.replace(id, (entry) => ({ ...entry, ...change, user: this.user, refused: undefined }));
        await this.flush();
    }

    /** Everything of a job that waits to be confirmed, and what waits behind it. */
    async confirm(job: string): Promise<void> {
        for (const { id } of this.entries.filter(
            (entry) =>
                entry.job === job &&
                entry.user === this.user &&
                !this.arrived.has(entry.id) &&
                (holds(entry) || entry.refused === undefined),
        )) {
            await this.replace(id, (entry) => ({ ...entry, stillTrue: true, refused: undefined }));
        }
        await this.flush();
    }

    /** By hand, and only by hand. */
    async discard(id: string): Promise<void> {
        await this.load();
        this.entries = this.entries.filter((entry) => entry.id !== id);
        this.show();
        await this.store.remove(id);
        await this.flush();
    }

    /** Sends what waits, oldest first, until all is there or somebody has to do something. */
    async flush(): Promise<void> {
        await this.load();
        if (this.sending) {
            this.again = true;
            return;
        }
        this.sending = true;
        try {
            do {
                this.again = false;
                await this.alone(() => this.round());
            } while (this.again);
        } finally {
            this.sending = false;
            this.show();
        }
    }

    private async round(): Promise<void> {
        // Another page of this browser may have sent some of them meanwhile; what is only being written, or typed while
        // this looks, is none of those.
        const written = new Set(this.entries.filter((entry) => !this.writing.has(entry.id)).map((entry) => entry.id));
        const there = new Set((await this.store.all()).map((entry) => entry.id));
        this.entries = this.entries.filter(
            (entry) =>
                there.has(entry.id) ||
                this.arrived.has(entry.id) ||
                !written.has(entry.id) ||
                this.unkept.has(entry.id),
        );
        try {
            await this.sendAll();
        } finally {
            const taken = this.entries.filter((entry) => this.arrived.has(entry.id));
            if (taken.length > 0) {
                await this.told(taken).catch(() => undefined);
                this.entries = this.entries.filter((entry) => !taken.includes(entry));
                taken.forEach((entry) => this.arrived.delete(entry.id));
                this.show();
            }
        }
    }

    private async sendAll(): Promise<void> {
        const held = new Set(this.entries.filter(holds).map((entry) => entry.job));
        let row = this.mine().filter(
            (one) => one.refused === undefined && !this.arrived.has(one.id) && !this.writing.has(one.id),
        );
        while (row.length > 0) {
            row = row.filter((entry) => !held.has(entry.job));
            const together = inOneRequest(row);
            if (together.length === 0) {
                return;
            }
            this.show();
            const said = await this.send(together);
            for (const [k, one] of said.entries()) {
                if (!(await this.heard(together[k] as Entry, one, held))) {
                    return;
                }
            }
            row = row.slice(Math.max(1, said.length));
        }
    }

    /** False if nothing more is to be sent now. */
    private async heard(entry: Entry, said: Said, held: Set<string>): Promise<boolean> {
        if (said.ok) {
            this.why = undefined;
            this.arrived.add(entry.id);
            await this.store.remove(entry.id);
            return true;
        }
        if (isSignedOut(said.status)) {
            this.signedOut = true;
            return false;
        }
        if (saysNothing(said.status)) {
            this.why = said.status >= 500 ? said.message : undefined;
            return false;
        }
        const refused: Refusal = { message: said.message, field: said.field, status: said.status };
        await this.replace(entry.id, (one) => ({ ...one, refused }));
        if (said.field === 'still_true') {
            held.add(entry.job);
        }
        return true;
    }

    private async replace(id: string, change: (entry: Entry) => Entry): Promise<void> {
        await this.load();
        const entry = this.entries.find((one) => one.id === id);
        if (entry === undefined) {
            return;
        }
        const changed = change(entry);
        this.entries = this.entries.map((one) => (one.id === id ? changed : one));
        this.show();
        await this.store.put(changed);
    }

    /**
     * What an older version left belongs to nobody that it knows of: whoever is here sees it in the tray, and sends or
     * throws it away.
     */
    private mine(): Entry[] {
        return this.entries.filter((entry) => entry.user === this.user || entry.user === null);
    }

    private load(): Promise<void> {
        return (this.loaded ??= this.store.all().then((kept) => {
            const known = new Set(this.entries.map((entry) => entry.id));
            const orphaned: Refusal = {
                message: 'It was typed before this page knew by whom. Send it if it is yours, or throw it away.',
                field: 'user',
                status: 0,
            };
            this.entries = [
                ...kept
                    .filter((entry) => !known.has(entry.id))
                    .map((entry) =>
                        entry.user === null && entry.refused === undefined ? { ...entry, refused: orphaned } : entry,
                    ),
                ...this.entries,
            ];
            this.show();
        }));
    }

    private show(): void {
        const mine = this.mine();
        this.view = {
            waiting: mine.filter((entry) => entry.refused === undefined),
            refused: mine.filter((entry) => entry.refused !== undefined),
            signedOut: this.signedOut,
            sending: this.sending,
            ...(this.why === undefined ? {} : { why: this.why }),
        };
        this.listeners.forEach((listener) => listener());
    }
}
