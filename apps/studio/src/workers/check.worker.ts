import { polygonMoments } from '@deft/core';
import * as Comlink from 'comlink';

Comlink.expose({ polygonMoments });
