<x-task :task="$task" />
