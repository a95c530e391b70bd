import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { answer, api, type Problem, type Schemas } from "../api/client";
import { show } from "../api/show";

export type Search = Schemas["SearchOut"];
export type Asked = Schemas["SearchIn"];
const LOOKS_MS = 1200;
const under = (search: Search | undefined) => search !== undefined && ["waiting", "running", "stopping"].includes(search.state);

/** A search that begins when it is first asked for and is looked at as long as it runs. */
export function useSearch(asked: Asked | null) {
  const cache = useQueryClient();
  const begin = useMutation({
    mutationFn: (body: Asked) => answer(api.POST("/api/searches", { body })),
    onSuccess: (begun) => show(cache, ["search", begun.id], begun),
  });
  const told = JSON.stringify(asked);
  const { mutate } = begin;
  useEffect(() => {
    const body = JSON.parse(told) as Asked | null;
    if (body) mutate(body);
  }, [told, mutate]);
  const id = begin.data?.id;
  const search = useQuery({
    queryKey: ["search", id],
    queryFn: () => answer(api.GET("/api/searches/{search_id}", { params: { path: { search_id: id ?? 0 } } })),
    enabled: id !== undefined,
    refetchInterval: (query) => (under(query.state.data) ? LOOKS_MS : false),
  });
  const step = useMutation({
    mutationFn: (which: "stop" | "on") =>
      answer(which === "stop" ? api.POST("/api/searches/{search_id}/stop", { params: { path: { search_id: id ?? 0 } } }) : api.POST("/api/searches/{search_id}/on", { params: { path: { search_id: id ?? 0 } } })),
    onSuccess: (now) => show(cache, ["search", now.id], now),
  });
  return {
    search: search.data,
    running: under(search.data) || begin.isPending,
    problem: (begin.error ?? search.error ?? step.error) as Problem | null,
    stop: () => step.mutate("stop"),
    on: () => step.mutate("on"),
    again: () => asked && begin.mutate(asked),
  };
}
