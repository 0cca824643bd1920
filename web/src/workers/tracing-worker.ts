import { expose } from 'comlink';
import type { MapDocument } from '@nobrel/core/documents';
import {
  mapOrder,
  orderSchools,
  planTracing,
  weighMethods,
  type LineOrder,
  type OrderSchool,
  type ToWeigh,
  type TracingOptions,
  type TracingPlan,
  type Weighed,
} from '@nobrel/core/transfer';

/** What the schools of tracing come to, beside the map’s own order. */
export type SchoolsCompared = {
  schools: { school: OrderSchool; minutes: number; lifts: number; travelMm: number; palmCrossings: number }[];
  own: Pick<LineOrder, 'lifts' | 'travelMm' | 'palmCrossings'>;
};

const work = {
  plan(map: MapDocument, options: TracingOptions): TracingPlan {
    return planTracing(map, options);
  },

  compare(map: MapDocument, options: TracingOptions): SchoolsCompared {
    return {
      schools: orderSchools.map((school) => {
        const { minutes, lifts, travelMm, palmCrossings } = planTracing(map, { ...options, school });
        return { school, minutes, lifts, travelMm, palmCrossings };
      }),
      own: mapOrder(map, options.hand),
    };
  },

  weigh(toWeigh: ToWeigh): Weighed[] {
    return weighMethods(toWeigh);
  },
};

export type TracingWorker = typeof work;
expose(work);
