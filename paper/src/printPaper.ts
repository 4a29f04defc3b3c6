import { guideOfRequest, success, type PaperRequest, type Pictures, type Result } from '@bemtor/core';
import { handBackPaper } from './handBackPaper.ts';
import { guidePaper } from './guidePaper.ts';
import { labelPaper } from './labelPaper.ts';
import { matPaper } from './matPaper.ts';

/** Puts on paper what is asked for; the fault of a request says where it is. `onProgress`: how much is done, of how much. */
export async function printPaper(
  request: PaperRequest,
  pictures: Pictures,
  onProgress: (done: number, of: number) => void,
): Promise<Result<Buffer>> {
  switch (request.kind) {
    case 'guide': {
      const guide = guideOfRequest(request);
      if (!guide.ok) return guide;
      const { size, type, day } = request;
      return success(await guidePaper(guide.value, { size, type, day, pictures, onStep: onProgress }));
    }
    case 'mat':
      return success(await matPaper(request));
    case 'hand-back':
      return success(await handBackPaper(request));
    case 'labels':
      return success(await labelPaper(request));
  }
}
