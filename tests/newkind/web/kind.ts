import type { ItemClient } from "../kinds";
import { PlateNumber } from "./PlateNumber";

/** Plates with numbers. */
export const plate: ItemClient = {
  kind: "plate",
  verbs: [{ id: "number", name: "Number", Controls: PlateNumber }],
};
