// What every page of the workbench is made with.
import "@tanstack/react-query";
import "react-router";
import "../api/client";
