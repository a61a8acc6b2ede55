import '@fontsource/atkinson-hyperlegible-mono/500.css';
import '@fontsource/atkinson-hyperlegible-next/400.css';
import '@fontsource/atkinson-hyperlegible-next/600.css';
import '@fontsource/atkinson-hyperlegible-next/700.css';
import './styles.css';
import { QueryClientProvider } from '@tanstack/react-query';
import { App as AntApp, ConfigProvider } from 'antd';
import { StrictMode, useEffect, useMemo, useState } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { queries } from './api/queries';
import { JobBench } from './bench/JobBench';
import { JobList } from './bench/JobList';
import { later } from './shell/later';
import { Piece } from './shell/Piece';
import { SessionGate } from './session/SessionGate';
import { Shell } from './shell/Shell';
import { applyScheme, storedScheme, themeFor, type Scheme } from './theme';

// The list and the bench come at once; every other page when somebody goes there.
const BookIn = later(() => import('./bookin/BookIn').then((module) => module.BookIn));
const DrawerPage = later(() => import('./parts/DrawerPage').then((module) => module.DrawerPage));
const FarPage = later(() => import('./bench/FarPage').then((module) => module.FarPage));
const HelpPage = later(() => import('./help/HelpPage').then((module) => module.HelpPage));
const HistoryPage = later(() => import('./report/HistoryPage').then((module) => module.HistoryPage));
const ImportPage = later(() => import('./library/ImportPage').then((module) => module.ImportPage));
const InstrumentsPage = later(() => import('./instruments/InstrumentsPage').then((module) => module.InstrumentsPage));
const JoinPage = later(() => import('./people/JoinPage').then((module) => module.JoinPage));
const PeoplePage = later(() => import('./people/PeoplePage').then((module) => module.PeoplePage));
const LibraryPage = later(() => import('./library/LibraryPage').then((module) => module.LibraryPage));
const PartsBench = later(() => import('./parts/PartsBench').then((module) => module.PartsBench));
const PracticePage = later(() => import('./practice/PracticePage').then((module) => module.PracticePage));
const RunPage = later(() => import('./practice/RunPage').then((module) => module.RunPage));
const ProvePage = later(() => import('./prove/ProvePage').then((module) => module.ProvePage));
const TracePage = later(() => import('./library/TracePage').then((module) => module.TracePage));
const JobTracePage = later(() => import('./library/TracePage').then((module) => module.JobTracePage));
const ReportPage = later(() => import('./report/ReportPage').then((module) => module.ReportPage));
const TagsPage = later(() => import('./report/TagsPage').then((module) => module.TagsPage));
const SettingsPage = later(() => import('./settings/SettingsPage').then((module) => module.SettingsPage));
const SharedPage = later(() => import('./library/SharedPage').then((module) => module.SharedPage));
const SupplyEditor = later(() => import('./library/SupplyEditor').then((module) => module.SupplyEditor));

function Oculant() {
    const [scheme, setScheme] = useState<Scheme>(storedScheme);
    useEffect(() => applyScheme(scheme), [scheme]);
    const theme = useMemo(() => themeFor(scheme), [scheme]);
    const turn = () => setScheme(scheme === 'dark' ? 'light' : 'dark');

    return (
        <ConfigProvider theme={theme} button={{ autoInsertSpace: false }}>
            <AntApp>
                <QueryClientProvider client={queries}>
                    <BrowserRouter>
                        <Routes>
                            <Route
                                path="join/:word"
                                element={
                                    <Piece name="page">
                                        <JoinPage />
                                    </Piece>
                                }
                            />
                            <Route
                                element={
                                    <SessionGate>
                                        <Shell scheme={scheme} onTurn={turn} />
                                    </SessionGate>
                                }
                            >
                                <Route index element={<JobList />} />
                                <Route path="book-in" element={<BookIn />} />
                                <Route path="jobs/:job" element={<JobBench />} />
                                <Route path="jobs/:job/far" element={<FarPage />} />
                                <Route path="jobs/:job/report" element={<ReportPage />} />
                                <Route path="jobs/:job/tags" element={<TagsPage />} />
                                <Route path="jobs/:job/trace" element={<JobTracePage />} />
                                <Route path="jobs/:job/parts/:tab?" element={<PartsBench />} />
                                <Route path="jobs/:job/prove/:tab?" element={<ProvePage />} />
                                <Route path="history" element={<HistoryPage />} />
                                <Route path="instruments" element={<InstrumentsPage />} />
                                <Route path="drawer" element={<DrawerPage />} />
                                <Route path="library" element={<LibraryPage />} />
                                <Route path="library/import" element={<ImportPage />} />
                                <Route path="library/shared" element={<SharedPage />} />
                                <Route path="library/trace" element={<TracePage />} />
                                <Route path="library/:supply" element={<SupplyEditor />} />
                                <Route path="help/:page?" element={<HelpPage />} />
                                <Route path="practice" element={<PracticePage />} />
                                <Route path="practice/:run" element={<RunPage />} />
                                <Route path="settings" element={<SettingsPage />} />
                                <Route path="people" element={<PeoplePage />} />
                                <Route path="*" element={<Navigate to="/" replace />} />
                            </Route>
                        </Routes>
                    </BrowserRouter>
                </QueryClientProvider>
            </AntApp>
        </ConfigProvider>
    );
}

applyScheme(storedScheme());
if (import.meta.env.PROD && 'serviceWorker' in navigator) {
    // Read again by way of it, so that it has what a reload without network needs.
    navigator.serviceWorker.addEventListener(
        'controllerchange',
        () => void queries.invalidateQueries({ predicate: (query) => query.state.data !== undefined }),
    );
    void navigator.serviceWorker.register('/sw.js');
}
const root = document.getElementById('app');
if (root !== null) {
    createRoot(root).render(
        <StrictMode>
            <Oculant />
        </StrictMode>,
    );
}
