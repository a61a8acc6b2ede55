import type { EChartsCoreOption } from 'echarts/core';
import { lazy } from 'react';
import { Piece } from './Piece';

const Chart = lazy(() => import('./Chart'));

export function Plot({ option, label }: { option: EChartsCoreOption; label: string }) {
    return <Piece name="plot" waits={<div className="plot" role="img" aria-label={`${label}, being drawn`} />}><Chart option={option} label={label} /></Piece>;
}
