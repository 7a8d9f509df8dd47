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

const GROUPS = [
  studyFigures,
  editsFigures,
  residualFigures,
  networkFigures,
  keepFigures,
  doorFigures,
  viewFigures,
  deskFigures,
  surveyFigures,
  curvesFigures,
  boardFigures,
];
let slow = 0;
// Each as soon as it is measured: what breaks off later takes none of them along.
for (const group of GROUPS)
  for (const { what, measured, wanted, ok } of await group()) {
    slow += ok ? 0 : 1;
    console.log(`${ok ? 'ok  ' : 'SLOW'} ${what}: ${measured} (${wanted})`);
  }
const megabytes = (process.memoryUsage().rss / 1e6).toFixed(0);
console.log(`memory of the benchmark itself: ${megabytes} MB`);
process.exit(slow === 0 ? 0 : 1);
