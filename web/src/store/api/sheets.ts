import { z } from 'zod';
import { printingSchema, type Printing } from '@nobrel/core/file';
import { calibrationSchema, type Calibration, type SheetDecisions } from '@nobrel/core/sheets';
import type { LengthUnit } from '@nobrel/core/units';
import { api, whenDone } from './base.js';
import { changeKept } from './file.js';

const progressSchema = z.object({ done: z.number(), of: z.number() }).nullable();
/** How many pages of a printing have been painted. */
export type PaintingProgress = z.infer<typeof progressSchema>;

/** Printings and the calibrations of printers. */
export const sheetsApi = api.injectEndpoints({
  endpoints: (build) => ({
    calibrations: build.query<Calibration[], void>({
      query: () => 'calibrations',
      transformResponse: (answer) => z.array(calibrationSchema).parse(answer),
      providesTags: ['calibrations'],
    }),
    keepCalibration: build.mutation<Calibration, Omit<Calibration, 'id' | 'madeAt'>>({
      query: (body) => ({ url: 'calibrations', method: 'POST', body }),
      transformResponse: (answer) => calibrationSchema.parse(answer),
      invalidatesTags: ['calibrations'],
    }),
    forgetCalibration: build.mutation<void, string>({
      query: (id) => ({ url: `calibrations/${id}`, method: 'DELETE' }),
      invalidatesTags: ['calibrations'],
    }),
    print: build.mutation<Printing, { id: string; decisions: SheetDecisions }>({
      query: ({ id, decisions }) => ({ url: `works/${id}/printings`, method: 'POST', body: decisions }),
      transformResponse: (answer) => printingSchema.parse(answer),
      invalidatesTags: ['works'],
      onQueryStarted: ({ id }, { dispatch, queryFulfilled }) =>
        whenDone(queryFulfilled, (data) =>
          dispatch(
            changeKept(id, (work) => {
              if (!work.printings.some((printing) => printing.id === data.id)) work.printings.push(data);
            }),
          ),
        ),
    }),
    /** Paints all pages; answers with an address of the page's own, to be given up once it was downloaded. */
    paintPdf: build.mutation<string, { printing: string; unit: LengthUnit }>({
      query: ({ printing, unit }) => ({
        url: `printings/${printing}/sheets.pdf`,
        params: { unit },
        // A refused file still says why in JSON.
        responseHandler: async (response: Response) =>
          response.ok ? URL.createObjectURL(await response.blob()) : z.unknown().parse(await response.json()),
      }),
      transformResponse: (answer) => z.string().parse(answer),
    }),
    paintingProgress: build.query<PaintingProgress, string>({
      query: (printing) => `printings/${printing}/progress`,
      transformResponse: (answer) => progressSchema.parse(answer),
      keepUnusedDataFor: 0,
    }),
  }),
});

export const {
  useCalibrationsQuery,
  useKeepCalibrationMutation,
  useForgetCalibrationMutation,
  usePrintMutation,
  usePaintPdfMutation,
  usePaintingProgressQuery,
} = sheetsApi;
