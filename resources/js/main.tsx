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
import { BookIn } from './bookin/BookIn';
import { ImportPage } from './library/ImportPage';
import { LibraryPage } from './library/LibraryPage';
import { SupplyEditor } from './library/SupplyEditor';
import { InstrumentsPage } from './instruments/InstrumentsPage';
import { DrawerPage } from './parts/DrawerPage';
import { PartsBench } from './parts/PartsBench';
import { ProvePage } from './prove/ProvePage';
import { HistoryPage } from './report/HistoryPage';
import { ReportPage } from './report/ReportPage';
import { SessionGate } from './session/SessionGate';
import { Shell } from './shell/Shell';
import { applyScheme, storedScheme, themeFor, type Scheme } from './theme';

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
                        <SessionGate>
                            <Routes>
                                <Route element={<Shell scheme={scheme} onTurn={turn} />}>
                                    <Route index element={<JobList />} />
                                    <Route path="book-in" element={<BookIn />} />
                                    <Route path="jobs/:job" element={<JobBench />} />
                                    <Route path="jobs/:job/report" element={<ReportPage />} />
                                    <Route path="jobs/:job/parts/:tab?" element={<PartsBench />} />
                                    <Route path="jobs/:job/prove/:tab?" element={<ProvePage />} />
                                    <Route path="history" element={<HistoryPage />} />
                                    <Route path="instruments" element={<InstrumentsPage />} />
                                    <Route path="drawer" element={<DrawerPage />} />
                                    <Route path="library" element={<LibraryPage />} />
                                    <Route path="library/import" element={<ImportPage />} />
                                    <Route path="library/:supply" element={<SupplyEditor />} />
                                    <Route path="*" element={<Navigate to="/" replace />} />
                                </Route>
                            </Routes>
                        </SessionGate>
                    </BrowserRouter>
                </QueryClientProvider>
            </AntApp>
        </ConfigProvider>
    );
}

applyScheme(storedScheme());
if (import.meta.env.PROD && 'serviceWorker' in navigator) {
    // Read again by way of it, so that it has what a reload without network needs.
    navigator.serviceWorker.addEventListener('controllerchange', () => void queries.invalidateQueries({ predicate: (query) => query.state.data !== undefined }));
    void navigator.serviceWorker.register('/sw.js');
}
const root = document.getElementById('app');
if (root !== null) {
    createRoot(root).render(<StrictMode><Oculant /></StrictMode>);
}
