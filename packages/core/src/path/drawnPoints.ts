import * as yup from 'yup';

/** A point of a drawn curve with its two handles, which are offsets from it; 0, 0 is none. */
export interface DrawnPoint {
  x: number;
  y: number;
  inX: number;
  inY: number;
  outX: number;
  outY: number;
  /** Whether both handles stay in line. */
  smooth: boolean;
}

export const mostPoints = 5000;

const coordinate = () => yup.number().required().min(-100_000).max(100_000);

export const drawnPointsSchema = () =>
  yup
    .array()
    .of(
      yup
        .object({
          x: coordinate(),
          y: coordinate(),
          inX: coordinate(),
          inY: coordinate(),
          outX: coordinate(),
          outY: coordinate(),
          smooth: yup.boolean().required(),
        })
        .required()
        .noUnknown(),
    )
    .required()
    .min(0)
    .max(mostPoints);

export const cornerPoint = (x: number, y: number): DrawnPoint => ({
  ...{ x, y, inX: 0, inY: 0, outX: 0, outY: 0 },
  smooth: false,
});
