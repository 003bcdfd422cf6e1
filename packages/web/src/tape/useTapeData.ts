import { pcmSampleRate, type Track } from '@cyclogram/core';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import type { Asset } from '../api/assets';
import { useStage, useStageState } from '../editor/stageContext';
import { PcmSource } from '../sound/pcmSource';
import type { SpectrogramPicture } from '../workers/messages';
import type { SpectrogramTile } from './drawTape';
import type { WaveDetail } from './drawWave';
import type { TapeView } from './tapeView';

/** Waveform overview of a track's file: lowest, highest and mean level of every 10 ms. */
export function useOverview(asset: Asset | undefined): Int16Array | undefined {
  const { data } = useQuery({
    queryKey: ['overview', asset?.sha256],
    enabled: asset !== undefined,
    queryFn: async () => {
      const response = await fetch(`/api/assets/${asset!.sha256}/overview`);
      if (!response.ok) throw new Error('the waveform could not be read');
      return new Int16Array(await response.arrayBuffer());
    },
    staleTime: Infinity,
  });
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
  useEffect(() => {
    if (!close || !asset) return;
    // A margin around it, so that moving along does not have to wait.
    const first = Math.max(0, Math.floor((view.from + shift - closeView) * pcmSampleRate));
    const last = Math.min(asset.length, Math.ceil((view.to + shift + closeView) * pcmSampleRate));
    if (last <= first) return;
    let wanted = true;
    pcm.read(asset, first, last).then(
      (samples) => wanted && setDetail({ first, channels: asset.channels, samples, hash: asset.sha256 }),
      () => {},
    );
    return () => {
      wanted = false;
    };
  }, [asset, close, shift, view.from, view.to]);
  return close && detail?.hash === asset?.sha256 ? detail : undefined;
}

/** Columns of a picture of the spectrogram. */
const columns = 2400;
/** Wait before a closer picture is asked for, in milliseconds. */
const patience = 60;

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
  const stage = useStage();
  const version = useStageState((state) => state.spectrogramVersion);
  const [whole, setWhole] = useState<SpectrogramTile>();
  const [close, setClose] = useState<SpectrogramTile>();
  useEffect(() => {
    if (version === 0 || end === 0) return;
    let wanted = true;
    stage.ask('spectrogram', { from: 0, to: end, columns }).then(
      (picture) => wanted && picture && setWhole(toTile(picture)),
      () => {},
    );
    return () => {
      wanted = false;
    };
  }, [stage, version, end]);

  const length = view.to - view.from;
  const needsClose = end > 0 && length < end * 0.6 && length < columns / 60;
  const from = view.from - length;
  const to = view.to + length;
  useEffect(() => {
    if (!needsClose || version === 0) return;
    let wanted = true;
    const timer = setTimeout(() => {
      stage.ask('spectrogram', { from, to, columns }).then(
        (picture) => wanted && picture && setClose(toTile(picture)),
        () => {},
      );
    }, patience);
    return () => {
      wanted = false;
      clearTimeout(timer);
    };
  }, [stage, version, needsClose, from, to]);
  return useMemo(
    () => [...(whole ? [whole] : []), ...(needsClose && close ? [close] : [])],
    [whole, close, needsClose],
  );
}
