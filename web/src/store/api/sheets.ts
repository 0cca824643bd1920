import { z } from 'zod';
import { printingSchema, type Printing } from '@nobrel/core/file';
import { calibrationSchema, type Calibration, type SheetDecisions } from '@nobrel/core/sheets';
import { api, whenDone } from './base.js';
import { changeKept } from './work.js';

const progressSchema = z.object({ done: z.number(), of: z.number() }).nullable();
const fetchedFileSchema = z.object({ href: z.string(), name: z.string() });
/** Where a fetched file is, in the page, and what it is called. */
type FetchedFile = z.infer<typeof fetchedFileSchema>;

/** The name a server gives a file (RFC 6266): the one in UTF-8 where there are two. */
function attachedName(disposition: string): string {
  const wide = /filename\*=UTF-8''([^;]+)/i.exec(disposition)?.[1];
  const plain = /filename="((?:[^"\\]|\\.)*)"|filename=([^;]+)/i.exec(disposition);
  if (wide) return decodeURIComponent(wide);
  return plain?.[1]?.replaceAll(/\\(.)/g, '$1') ?? plain?.[2] ?? '';
}

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
    /** A file of the server's; answers with an address of the page's own, to be given up once it was downloaded. */
    fetchFile: build.mutation<FetchedFile, { path: string; printing?: string }>({
      query: ({ path }) => ({
        url: path,
        // A refused file still says why in JSON.
        responseHandler: async (response: Response) =>
          response.ok
            ? {
                href: URL.createObjectURL(await response.blob()),
                name: attachedName(response.headers.get('Content-Disposition') ?? ''),
              }
            : z.unknown().parse(await response.json()),
      }),
      transformResponse: (answer) => fetchedFileSchema.parse(answer),
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
  useFetchFileMutation,
  usePaintingProgressQuery,
} = sheetsApi;
