# Mano in a container: the same commands as beside it.
#   podman build -t mano .
#   podman run --network host -v mano-data:/srv/mano/data mano serve
#   podman run --network host mano demo
# With --build-arg TESTS=chromium-headless-shell also: podman run mano test
# Mano listens on the machine itself (127.0.0.1): --network host makes that the machine's own.
FROM docker.io/library/debian:trixie-slim
ARG TESTS=
RUN mkdir -p /etc/postgresql-common \
 && echo 'create_main_cluster = false' > /etc/postgresql-common/createcluster.conf \
 && apt-get update \
 && DEBIAN_FRONTEND=noninteractive apt-get install -y --no-install-recommends \
      postgresql nodejs npm ca-certificates util-linux procps ${TESTS} \
 && rm -rf /var/lib/apt/lists/*
RUN useradd --system --create-home --home-dir /srv/mano mano && install -d -o mano /srv/mano/data
COPY --chown=mano . /srv/mano/app
USER mano
WORKDIR /srv/mano/app
RUN ./mano build
ENV MANO_DATA=/srv/mano/data
VOLUME /srv/mano/data
# A stop lets what is under way end.
STOPSIGNAL SIGTERM
ENTRYPOINT ["./mano"]
CMD ["serve"]
