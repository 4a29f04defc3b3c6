import './noEval.ts';
import { loadScreen } from './routes.ts';

// Next to nothing is needed to know which screen is asked for: it comes together with what all of them need.
loadScreen(location.pathname);
void import('./main.ts');
