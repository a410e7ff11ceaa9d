import './throw-handler';
import { expose } from 'comlink';
import { CoulanDatabase } from '../storage/database';
import { benchAtWork } from './bench-at-work';

expose(benchAtWork(new CoulanDatabase(), () => performance.now()));
