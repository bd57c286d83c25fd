import { readFileSync, unlinkSync, writeFileSync } from 'node:fs';
import { execFileSync } from 'node:child_process';

/** Another server holds the data folder. The message is for people. */
export class DeskInUse extends Error {
  override readonly name = 'DeskInUse';
}

/** When a process started, in whatever unit the system tells it; null where there is no such process. */
export function startOf(pid: number): string | null {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ');
    // A zombie holds nothing any more.
    return fields[0] === 'Z' ? null : (fields[19] ?? null);
  } catch {
    if (process.platform === 'linux') return null;
  }
  try {
    return execFileSync('ps', ['-o', 'lstart=', '-p', String(pid)], { encoding: 'utf8' }).trim() || null;
  } catch {
    return null;
  }
}

function holder(file: string): number | null {
  try {
    const { pid, started } = JSON.parse(readFileSync(file, 'utf8')) as { pid: number; started: string };
    return startOf(pid) === started ? pid : null;
  } catch {
    return null;
  }
}

/**
 * Takes the lock file of a data folder. It names a process and when that process started, so a
 * server that was killed, even one whose number has gone to another process, does not block the next.
 * @returns what gives the lock back
 * @throws DeskInUse where a living server holds it
 */
export function takeLock(file: string): () => void {
  const own = JSON.stringify({ pid: process.pid, started: startOf(process.pid) });
  for (let attempt = 0; ; attempt += 1) {
    try {
      writeFileSync(file, own, { flag: 'wx' });
      return () => {
        try {
          if (readFileSync(file, 'utf8') === own) unlinkSync(file);
        } catch {
          // Gone already: nothing is held.
        }
      };
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST' || attempt > 3) throw error;
      const pid = holder(file);
      if (pid !== null)
        throw new DeskInUse(
          `This desk is already open: process ${pid} is using its data folder. Close that one first, or choose another folder with DEFT_DATA.`,
        );
      try {
        unlinkSync(file);
      } catch {
        // Another start was quicker; the next round finds out who.
      }
    }
  }
}
