import { type Page } from '@playwright/test';

/** A student whom nobody has read yet, and a lesson today on the North rim. @returns the lesson's id */
export function newLesson(page: Page, name: string): Promise<string> {
  return page.evaluate(async (studentName) => {
    const put = async (path: string, body: object): Promise<void> => {
      const answer = await fetch(path, {
        method: 'PUT',
        headers: { 'Content-Type': 'application/json', 'X-Requested-By': 'lotrecht' },
        body: JSON.stringify({ revision: 0, notes: '', ...body }),
      });
      if (!answer.ok) throw new Error(`${path} answered ${answer.status}`);
    };
    const places = (await (await fetch('/api/places')).json()) as readonly { id: string; name: string }[];
    const placeId = places.find((place) => place.name === 'North rim')?.id ?? null;
    const [studentId, lessonId] = [crypto.randomUUID(), crypto.randomUUID()];
    const heldOn = new Date().toISOString().slice(0, 10);
    await put(`/api/students/${studentId}`, { name: studentName, handedness: 'right', minor: false });
    await put(`/api/lessons/${lessonId}`, { studentId, heldOn, placeId });
    return lessonId;
  }, name);
}
