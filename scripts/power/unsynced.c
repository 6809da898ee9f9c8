/* What a power cut takes: writes that no sync has put on the disk yet. Loaded into the database by LD_PRELOAD, this notes
 * for every write into a file of UNSYNCED_DATA what stood there before, in a file of UNSYNCED_NOTES named after the inode, and
 * empties the note when the file is synced. After the database was killed, lib/power.mjs puts back some of what is still noted.
 * With UNSYNCED_PAGES_LAST, as on a disk whose cache survives, pages of tables last once their write has come back: then only
 * the one under way is noted.
 * Making, growing, renaming and removing files counts as lasting at once; mapped memory and plain write() are not seen. */
#define _GNU_SOURCE
#include <dlfcn.h>
#include <fcntl.h>
#include <pthread.h>
#include <stdint.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <sys/stat.h>
#include <sys/uio.h>
#include <unistd.h>

enum { MOST = 65536, UNKNOWN = 0, OTHER = 1, OURS = 2 };

static struct {
  int state;
  int notes;
  int lasts;
  dev_t device;
  ino_t inode;
} files[MOST];

/* Rather dead than wrong; not by abort(), whose reports would write, and wait for us for ever. */
static void give_up(const char *why) {
  static const char newline = '\n';
  if (write(2, why, strlen(why)) < 0 || write(2, &newline, 1) < 0) _exit(98);
  _exit(99);
}

static pthread_mutex_t one_at_a_time = PTHREAD_MUTEX_INITIALIZER;

#define REAL(result, name, ...)                                   \
  static result (*real_##name)(__VA_ARGS__);                      \
  if (!real_##name) real_##name = (result(*)(__VA_ARGS__))dlsym(RTLD_NEXT, #name)

static void note_name(char *to, size_t size, ino_t inode) {
  snprintf(to, size, "%s/%llu", getenv("UNSYNCED_NOTES"), (unsigned long long)inode);
}

static int real_close_of(int fd) {
  REAL(int, close, int);
  return real_close(fd);
}

/* Looks once at a file: whether it is one of the database's. Not every close is seen, and so not every new file by its number. */
static int is_ours(int fd) {
  struct stat about;
  if (fd < 0 || fd >= MOST || fstat(fd, &about) != 0) return 0;
  if (files[fd].state != UNKNOWN && files[fd].inode == about.st_ino && files[fd].device == about.st_dev)
    return files[fd].state == OURS;
  if (files[fd].state == OURS) real_close_of(files[fd].notes);
  files[fd].state = OTHER;
  files[fd].device = about.st_dev;
  files[fd].inode = about.st_ino;
  const char *data = getenv("UNSYNCED_DATA");
  char link[64], path[4096], notes[4096];
  snprintf(link, sizeof link, "/proc/self/fd/%d", fd);
  ssize_t length = readlink(link, path, sizeof path - 1);
  if (!data || length < 0) return 0;
  path[length] = 0;
  if (strncmp(path, data, strlen(data)) != 0) return 0;
  note_name(notes, sizeof notes, about.st_ino);
  files[fd].notes = open(notes, O_WRONLY | O_CREAT | O_APPEND | O_CLOEXEC, 0600);
  if (files[fd].notes < 0) give_up("unsynced: no note can be opened");
  if (about.st_size == 0 && ftruncate(files[fd].notes, 0) != 0) give_up("unsynced: a note cannot be emptied");
  files[fd].lasts = getenv("UNSYNCED_PAGES_LAST") &&
                    (strstr(path, ".ibd") || strstr(path, "/ibdata") || strstr(path, "/undo"));
  files[fd].state = OURS;
  return 1;
}

static void note_what_stands(int fd, size_t count, off_t offset) {
  REAL(ssize_t, pread64, int, void *, size_t, off_t);
  struct stat about;
  if (fstat(fd, &about) != 0) give_up("unsynced: a file cannot be looked at");
  off_t there = about.st_size - offset;
  size_t kept = there <= 0 ? 0 : (size_t)there < count ? (size_t)there : count;
  /* Files that are read past the system's memory are read into whole pages only. */
  void *before = NULL;
  if (posix_memalign(&before, 4096, kept + 4096) != 0) give_up("unsynced: no memory");
  if (kept > 0 && real_pread64(fd, before, kept, offset) != (ssize_t)kept) give_up("unsynced: a file cannot be read");
  int64_t head[3] = {offset, (int64_t)count, (int64_t)kept};
  struct iovec parts[2] = {{head, sizeof head}, {before, kept}};
  if (writev(files[fd].notes, parts, 2) != (ssize_t)(sizeof head + kept)) give_up("unsynced: a note cannot be written");
  free(before);
}

ssize_t pwrite64(int fd, const void *bytes, size_t count, off_t offset) {
  REAL(ssize_t, pwrite64, int, const void *, size_t, off_t);
  pthread_mutex_lock(&one_at_a_time);
  const int noted = is_ours(fd) && (fcntl(fd, F_GETFL) & O_ACCMODE) == O_RDWR;
  struct stat notes;
  if (noted && fstat(files[fd].notes, &notes) != 0) give_up("unsynced: a note cannot be looked at");
  if (noted) note_what_stands(fd, count, offset);
  ssize_t written = real_pwrite64(fd, bytes, count, offset);
  if (noted && files[fd].lasts && ftruncate(files[fd].notes, notes.st_size) != 0)
    give_up("unsynced: a note cannot be shortened");
  pthread_mutex_unlock(&one_at_a_time);
  return written;
}

ssize_t pwrite(int fd, const void *bytes, size_t count, off_t offset) { return pwrite64(fd, bytes, count, offset); }

/* Whoever syncs a file syncs what others have written into it. */
static int synced(int fd, int result) {
  if (result == 0 && is_ours(fd) && ftruncate(files[fd].notes, 0) != 0)
    give_up("unsynced: a note cannot be emptied");
  return result;
}

int fsync(int fd) {
  REAL(int, fsync, int);
  pthread_mutex_lock(&one_at_a_time);
  int result = synced(fd, real_fsync(fd));
  pthread_mutex_unlock(&one_at_a_time);
  return result;
}

int fdatasync(int fd) {
  REAL(int, fdatasync, int);
  pthread_mutex_lock(&one_at_a_time);
  int result = synced(fd, real_fdatasync(fd));
  pthread_mutex_unlock(&one_at_a_time);
  return result;
}

int close(int fd) {
  pthread_mutex_lock(&one_at_a_time);
  if (fd >= 0 && fd < MOST) {
    if (files[fd].state == OURS) real_close_of(files[fd].notes);
    files[fd].state = UNKNOWN;
  }
  int result = real_close_of(fd);
  pthread_mutex_unlock(&one_at_a_time);
  return result;
}

/* A file that goes takes its note with it: its inode may be another file's next. */
static void forget(const char *path) {
  struct stat about;
  char notes[4096];
  if (!getenv("UNSYNCED_NOTES") || stat(path, &about) != 0) return;
  note_name(notes, sizeof notes, about.st_ino);
  if (access(notes, F_OK) == 0 && truncate(notes, 0) != 0) give_up("unsynced: a note cannot be emptied");
}

int unlink(const char *path) {
  REAL(int, unlink, const char *);
  forget(path);
  return real_unlink(path);
}

int rename(const char *from, const char *to) {
  REAL(int, rename, const char *, const char *);
  forget(to);
  return real_rename(from, to);
}
