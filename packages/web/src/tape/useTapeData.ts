import { pcmSampleRate, type Track } from '@cyclogram/core';
import { skipToken, useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Asset } from '../api/assets';
import { usePreview, usePreviewState } from '../editor/previewContext';
import { PcmSource } from '../sound/pcmSource';
import type { SpectrogramPicture } from '../workers/messages';
import type { SpectrogramTile } from './drawTape';
import type { WaveDetail } from './drawWave';
import type { TapeView } from './tapeView';

/** Asks for a track's overview: lowest and highest sample and root mean square of each stretch. */
export const overviewQuery = (asset: Asset) => ({
  queryKey: ['overview', asset.sha256],
  queryFn: async () => {
    const response = await fetch(`/api/assets/${asset.sha256}/overview`);
    if (!response.ok) throw new Error('the waveform could not be read');
    return new Int16Array(await response.arrayBuffer());
  },
  staleTime: Infinity,
});

/** Waveform overview of a track's file: lowest, highest and mean level of every 10 ms. */
export function useOverview(asset: Asset | undefined): Int16Array | undefined {
  const { data } = useQuery(asset ? overviewQuery(asset) : { queryKey: ['overview'], queryFn: skipToken });
  return data;
}

/** A view shorter than this shows the samples themselves, in seconds. */
const closeView = 1.5;
const pcm = new PcmSource();

/** The samples of a view so close that the overview is too coarse. */
export function useWaveDetail(
  track: Track | undefined,
  asset: Asset | undefined,
  view: TapeView,
): WaveDetail | undefined {
  const [detail, setDetail] = useState<WaveDetail & { hash: string }>();
  const close = view.to - view.from <= closeView;
  const shift = track ? track.in - track.start : 0;
  const start = Math.max(0, Math.floor((view.from + shift) * pcmSampleRate));
  const end = Math.min(asset?.length ?? 0, Math.ceil((view.to + shift) * pcmSampleRate));
  const there =
    detail !== undefined &&
    detail.hash === asset?.sha256 &&
    detail.first <= start &&
    detail.first + detail.samples.length / detail.channels >= end;
  useEffect(() => {
    if (!close || !asset || there || end <= start) return;
    // A margin around it, so that moving along does not have to wait.
    const margin = Math.round(closeView * pcmSampleRate);
    const first = Math.max(0, start - margin);
    const last = Math.min(asset.length, end + margin);
    let wanted = true;
    pcm.read(asset, first, last).then(
      (samples) => wanted && setDetail({ first, channels: asset.channels, samples, hash: asset.sha256 }),
      () => {},
    );
    return () => {
      wanted = false;
    };
  }, [asset, close, there, start, end]);
  return close && detail?.hash === asset?.sha256 ? detail : undefined;
}

/** Columns of a picture of the spectrogram. */
const columns = 2400;
/** A closer picture may be so much longer than the view before a finer one is wanted. */
const coarsest = 5;

function toTile({ from, to, width, height, pixels }: SpectrogramPicture): SpectrogramTile {
  const canvas = document.createElement('canvas');
  canvas.width = width;
  canvas.height = height;
  canvas
    .getContext('2d', { willReadFrequently: true })!
    .putImageData(new ImageData(pixels, width, height), 0, 0);
  return { from, to, canvas };
}

/** The spectrogram: all of it coarsely, and what is in view finely. */
export function useSpectrogram(view: TapeView, end: number): SpectrogramTile[] {
  const preview = usePreview();
  const version = usePreviewState((state) => state.spectrogramVersion);
  const [whole, setWhole] = useState<SpectrogramTile>();
  const [close, setClose] = useState<SpectrogramTile & { version: number }>();
  const asking = useRef(false);
  useEffect(() => {
    if (version === 0 || end === 0) return;
    let wanted = true;
    preview.ask('spectrogram', { from: 0, to: end, columns }).then(
      (picture) => wanted && picture && setWhole(toTile(picture)),
      () => {},
    );
    return () => {
      wanted = false;
    };
  }, [preview, version, end]);

  const length = view.to - view.from;
  const needsClose = end > 0 && length < end * 0.6 && length < columns / 60;
  const fits =
    close !== undefined &&
    close.version === version &&
    close.from <= Math.max(view.from, 0) &&
    close.to >= Math.min(view.to, end) - 0.02 &&
    // Pictures have whole moments, which may be longer than a close view.
    close.to - close.from <= coarsest * length + 0.05;
  useEffect(() => {
    // One at a time: while the view moves on, the next is asked for when the last has come.
    if (!needsClose || version === 0 || fits || asking.current) return;
    asking.current = true;
    preview.ask('spectrogram', { from: view.from - length, to: view.to + length, columns }).then(
      (picture) => {
        asking.current = false;
        if (picture) setClose({ ...toTile(picture), version });
      },
      () => (asking.current = false),
    );
  }, [preview, version, needsClose, fits, length, view.from, view.to]);
  return useMemo(
    () => [...(whole ? [whole] : []), ...(needsClose && close ? [close] : [])],
    [whole, close, needsClose],
  );
}
