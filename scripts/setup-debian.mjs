// Programs of Debian that the tests, the bench and the builders of demo data need.
import { spawnSync } from 'node:child_process';
import { must, stop } from './run-command.mjs';

/** What each command needs: the programs it calls, and the packages that have them. */
const PROGRAMS = {
  test: { chromium: 'chromium', python3: 'python3-minimal', ffmpeg: 'ffmpeg' },
  bench: { chromium: 'chromium', ffmpeg: 'ffmpeg' },
  demo: { chromium: 'chromium', ffmpeg: 'ffmpeg', 'espeak-ng': 'espeak-ng' },
  screenshots: { chromium: 'chromium' },
};

/** Packages without a program of their own that the tests need: to train a network for a few steps. */
const TEST_PACKAGES = ['python3-torch', 'python3-numpy'];

/** What the builder of the listening corpus needs. */
const LISTENING_PACKAGES = (
  'fluidsynth timgm6mb-soundfont musescore-general-soundfont-small fluidr3mono-gm-soundfont ' +
  'espeak-ng sox vorbis-tools python3-numpy openttd-openmsx freedoom freedm ' +
  'fretsonfire-songs-muldjord fretsonfire-songs-sectoid mma libfluidsynth3 fluid-soundfont-gm opl3-soundfont ' +
  'simutrans-data planetblupi-music-midi freedink-data pianobooster'
).split(' ');

const placeOf = (program) =>
  spawnSync('sh', ['-c', `command -v ${program}`], { encoding: 'utf8' }).stdout.trim();

const installed = (packages) =>
  packages.length === 0 || spawnSync('dpkg', ['-s', ...packages], { stdio: 'ignore' }).status === 0;

/**
 * Installs what a command ('test', 'bench', 'demo', 'screenshots', 'listening') needs of Debian and
 * does not find; ends with what to install when we may not.
 */
export function setUpDebian(command) {
  const programs = PROGRAMS[command] ?? {};
  const packages = { listening: LISTENING_PACKAGES, test: TEST_PACKAGES }[command] ?? [];
  const missing = [
    ...Object.keys(programs)
      .filter((program) => placeOf(program) === '')
      .map((program) => programs[program]),
    ...(installed(packages) ? [] : packages),
  ];
  if (missing.length > 0) {
    if (process.getuid?.() !== 0)
      stop(`${missing.join(', ')} missing: install with apt-get install ${missing.join(' ')}.`);
    const lock = ['-o', 'DPkg::Lock::Timeout=600'];
    const install = ['install', '-y', '-qq', '--no-install-recommends'];
    const env = { DEBIAN_FRONTEND: 'noninteractive' };
    must('apt-get', [...lock, 'update', '-qq'], env);
    must('apt-get', [...lock, ...install, ...missing], env);
  }
  if ('chromium' in programs) process.env.CHROMIUM ??= placeOf('chromium');
}
