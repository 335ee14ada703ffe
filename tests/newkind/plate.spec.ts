import { expect, test } from "./fixtures";
import { execFileSync } from "node:child_process";
import { expectSamePicture } from "./compare";
import { newTalk, readDeck, readScenes } from "./world";

test("a kind of item made of one folder on each side and a line in each list has everything", async ({
  page,
  browser,
}, info) => {
  const id = await newTalk(page, "Plates", ["Numbers"]);
  const slide = (await readDeck(page, id)).slides[1]!;
  await page.goto(`/deck/${id}/compose?slide=${slide.id}`);
  const here = page.getByRole("navigation", { name: "On this slide" });
  const stage = page.getByRole("application");

  // It is added by its own word, and its controls are open.
  await page.getByRole("button", { name: "Plate", exact: true }).click();
  await expect(page.getByLabel("Number of the plate")).toHaveValue("7");
  // The first Escape leaves the field, the second puts the controls away.
  await page.keyboard.press("Escape");
  await page.keyboard.press("Escape");
  await expect(page.getByLabel("Number of the plate")).toHaveCount(0);

  // Chosen by a tap on the stage, and its verb opens its controls; the edit is drawn at once.
  await stage.getByText("7", { exact: true }).click();
  await page.getByRole("button", { name: "Number", exact: true }).click();
  await page.getByLabel("Number of the plate").fill("42");
  await page.keyboard.press("Enter");
  await expect(stage.getByText("42", { exact: true })).toBeVisible();
  await expect(here.getByRole("button", { name: "Plate 42" })).toBeVisible();

  // What is wrong with it is said in its own words.
  await page.getByLabel("Number of the plate").fill("500");
  await page.keyboard.press("Enter");
  await expect(
    page.getByText("A plate has a number from 0 to 99"),
  ).toBeVisible();
  await page.getByRole("button", { name: "Close", exact: true }).click();

  // The stage's own tool moves it, by hand and by key; undo takes each back.
  const rect = async () => {
    const scene = (await readScenes(page, id)).find(
      (s) => s.slideId === slide.id,
    )!;
    return scene.parts.find((p) => p.role === "plate")!.box;
  };
  const before = await rect();
  const shown = (await stage.getByText("42", { exact: true }).boundingBox())!;
  await page.mouse.move(shown.x + 5, shown.y + 5);
  await page.mouse.down();
  await page.mouse.move(shown.x + 85, shown.y + 45, { steps: 5 });
  await page.mouse.up();
  await expect
    .poll(async () => (await rect()).x)
    .toBeGreaterThan(before.x + 100);
  await stage.focus();
  const dragged = await rect();
  await page.keyboard.press("Shift+ArrowDown");
  await expect
    .poll(async () => (await rect()).y)
    .toBeCloseTo(dragged.y + 24, 3);
  await page.getByRole("button", { name: "Undo" }).click();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect.poll(rect).toEqual(before);

  // Someone else changes the same plate meanwhile: the later edit is refused and the newest shown.
  const other = await (await browser.newContext()).newPage();
  await other.goto(`/deck/${id}/compose?slide=${slide.id}`);
  await other
    .getByRole("application")
    .getByText("42", { exact: true })
    .waitFor();
  const { revision } = await readDeck(page, id);
  const plate = (await readScenes(page, id))
    .find((s) => s.slideId === slide.id)!
    .parts.find((p) => p.role === "plate")!;
  const change = (number: number) => ({
    headers: { "X-Jaali": "1" },
    data: {
      revision,
      command: {
        kind: "edit-item",
        slideId: slide.id,
        itemId: plate.itemId,
        edit: { kind: "plate", number },
      },
    },
  });
  expect(
    (await page.request.post(`/api/decks/${id}/edits`, change(5))).status(),
  ).toBe(200);
  expect(
    (await page.request.post(`/api/decks/${id}/edits`, change(6))).status(),
  ).toBe(409);
  for (const window of [page, other])
    await expect(
      window.getByRole("application").getByText("5", { exact: true }),
    ).toBeVisible();

  // Both painters, and the PDF.
  await page.setViewportSize({ width: 960, height: 540 });
  await page.goto(`/deck/${id}/show?slide=${slide.id}`);
  await page.locator("[data-ready]").waitFor();
  const scene = (await readScenes(page, id)).find(
    (s) => s.slideId === slide.id,
  )!;
  await expectSamePicture(page, id, slide.id, scene, "a plate");
  const job = await (
    await page.request.post(`/api/decks/${id}/copies`, {
      headers: { "X-Jaali": "1" },
      data: { form: "pdf" },
    })
  ).json();
  await expect
    .poll(
      async () =>
        (await (await page.request.get(`/api/jobs/${job.id}`)).json()).state,
    )
    .toBe("done");
  const file = info.outputPath("plates.pdf");
  const { writeFileSync } = await import("node:fs");
  writeFileSync(
    file,
    await (await page.request.get(`/api/decks/${id}/copies/${job.id}`)).body(),
  );
  expect(
    execFileSync("pdftotext", ["-f", "2", "-l", "2", file, "-"]).toString(),
  ).toMatch(/^5$/m);
});
