import { boardFigures } from './board.bench';
import { curvesFigures } from './curves.bench';
import { deskFigures } from './desk.bench';
import { doorFigures } from './doors.bench';
import { editsFigures } from './edits.bench';
import { keepFigures } from './keep.bench';
import { networkFigures } from './network.bench';
import { residualFigures } from './residual.bench';
import { studyFigures } from './study.bench';
import { surveyFigures } from './survey.bench';
import { viewFigures } from './view.bench';

const figures = [
  ...studyFigures(),
  ...(await editsFigures()),
  ...residualFigures(),
  ...(await networkFigures()),
  ...(await keepFigures()),
  ...(await doorFigures()),
  ...(await viewFigures()),
  ...(await deskFigures()),
  ...(await surveyFigures()),
  ...(await curvesFigures()),
  ...(await boardFigures()),
];
const megabytes = (process.memoryUsage().rss / 1e6).toFixed(0);
for (const { what, measured, wanted, ok } of figures) console.log(`${ok ? 'ok  ' : 'SLOW'} ${what}: ${measured} (${wanted})`);
console.log(`memory of the benchmark itself: ${megabytes} MB`);
process.exit(figures.every(({ ok }) => ok) ? 0 : 1);
