# Fabrica in a container (podman or docker). It listens on loopback, so it uses the network of the host:
#   podman build -t fabrica .
#   podman run --network host -v fabrica:/data -v "$HOME/Pictures:$HOME/Pictures" fabrica
FROM docker.io/library/debian:trixie-slim
RUN mkdir -p /etc/postgresql-common \
  && echo "create_main_cluster = false" > /etc/postgresql-common/createcluster.conf \
  && apt-get update \
  && apt-get install -y --no-install-recommends ca-certificates nodejs npm postgresql fonts-noto-core \
  && rm -rf /var/lib/apt/lists/* \
  && useradd --create-home fabrica \
  && install -d -o fabrica /data /opt/fabrica
WORKDIR /opt/fabrica
COPY --chown=fabrica . .
USER fabrica
RUN node -e "import('./scripts/fabrica/install.mjs').then((made) => { made.installModules(); made.build(); })"
ENV FABRICA_DATA=/data
VOLUME /data
CMD ["./fabrica", "start"]
