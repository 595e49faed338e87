/** Mounts the application. */
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { Providers } from "@/app/providers";
import "./index.css";

const root = document.getElementById("root");
if (root === null) throw new Error("the page has no root element");
createRoot(root).render(
  <StrictMode>
    <Providers />
  </StrictMode>,
);
